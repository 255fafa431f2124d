"use client";
import { ROOM_KINDS, ROOM_KIND_NAMES, roomClimate } from "@/core/expectation/climate";
import type { NewRoomTyped, Outdoors, RoomFaults } from "@/core/expectation/newRoom";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatTemperature } from "@/core/quantity/format";
import TextField from "@mui/material/TextField";
import { QuantityField } from "./QuantityField";
import { SelectField } from "./SelectField";

/** A place that is new to the cellar: its name, of what kind it is, and how warm it gets where that was measured. */
export function NewRoomFields({
  typed,
  set,
  faults,
  units,
  outdoors,
}: {
  readonly typed: NewRoomTyped;
  readonly set: (changes: Partial<NewRoomTyped>) => void;
  readonly faults: RoomFaults;
  readonly units: UnitSystem;
  readonly outdoors: Outdoors;
}) {
  const { meanC, swingK } = roomClimate(typed.warmth, outdoors);
  const week = (field: "coldest" | "hottest", label: string, usualC: number) => (
    <QuantityField
      label={label}
      dimension="temperature"
      unit={DEFAULT_UNIT[units].temperature}
      typed={typed[field] ?? ""}
      onTyped={(text) => set({ [field]: text })}
      fault={faults[field]}
      helper={`${formatTemperature(usualC, units)}, if you write nothing`}
      echo={(value) => formatTemperature(value, units)}
    />
  );
  return (
    <>
      <TextField
        id="roomName"
        label="The room’s name"
        value={typed.roomName}
        error={faults.roomName !== undefined}
        helperText={faults.roomName ?? " "}
        onChange={(event) => set({ roomName: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
      />
      <SelectField
        label="What kind of place"
        value={typed.warmth}
        onChoose={(warmth) => set({ warmth })}
        options={ROOM_KINDS.map((value) => ({ value, label: ROOM_KIND_NAMES[value] }))}
      />
      {week("coldest", "Mean of its coldest week", meanC - swingK)}
      {week("hottest", "Mean of its hottest week", meanC + swingK)}
    </>
  );
}
