"use client";
import type { DeedKind } from "@/core/deed/deed";
import { deedsFor } from "@/core/deed/deed";
import { sayDeed } from "@/core/deed/words";
import type { BinToday } from "@/core/round/round";
import { useErrands } from "@/session/errand";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";

/** A part that was pressed on the drawing, and the button over it. */
export interface PressedPart {
  readonly id: string;
  readonly button: HTMLElement;
}

/** Deeds that are done to one part, in the order one reaches for them. */
const TO_A_PART: readonly DeedKind[] = ["moveAlong", "rotate", "takeOut", "putIn", "loosen", "water", "give"];

/** What can be done with the part one has pressed. */
export function PartMenu({
  one,
  part,
  onClose,
}: {
  readonly one: BinToday;
  readonly part: PressedPart | undefined;
  readonly onClose: () => void;
}) {
  const { ask } = useErrands();
  const can = deedsFor(one.state, false);
  return (
    <Menu open={part !== undefined} anchorEl={part?.button ?? null} onClose={onClose}>
      <MenuItem
        onClick={() => {
          onClose();
          ask({ of: "slip", slip: "fed", binId: one.bin.id });
        }}
      >
        Feed
      </MenuItem>
      {TO_A_PART.filter((of) => can.includes(of)).map((of) => (
        <MenuItem
          key={of}
          onClick={() => {
            onClose();
            ask({
              of: "deed",
              deed: of,
              binId: one.bin.id,
              ...(part ? { compartment: part.id } : {}),
            });
          }}
        >
          {sayDeed(of, one.state.setup).title}
        </MenuItem>
      ))}
    </Menu>
  );
}
