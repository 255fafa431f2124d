"use client";
import { readCode } from "@/core/bin/code";
import { pantryOf } from "@/core/catalogue/pantry";
import { planRound } from "@/core/round/round";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { Thing } from "./finding";
import { likeliest, readThings, sought, thingsIn } from "./finding";
import styles from "./Finder.module.css";

const KEYS: readonly (readonly [string, string])[] = [
  ["1 – 9", "pick a bin on the rack"],
  ["v", "visit it: lift the lid"],
  ["f", "feed"],
  ["w", "water"],
  ["b", "bedding"],
  ["m", "measure"],
  ["t", "turn"],
  ["h", "harvest"],
  ["n", "note"],
  ["u", "take back the last thing kept"],
  ["/", "find anything"],
  ["?", "these keys"],
];

/** So many hits are read; more is said to be more by typing on. */
const MOST_SHOWN = 40;

/** Find anything by name: bins, what is done to the one in hand, rooms, pages of the Guide, and the code on a label. */
export function Finder() {
  const { errand, ask, choose, chosen } = useErrands();
  const { bins = [], batches, lots, tubs, materials, rooms, today, undoLast } = useSession();
  const router = useRouter();
  const [asked, setAsked] = useState("");
  const close = () => ask(undefined);
  const things = useMemo(
    () => thingsIn({ bins, batches, lots, tubs, rooms, pantry: pantryOf(materials), chosen }),
    [bins, batches, lots, tubs, rooms, materials, chosen],
  );
  const read = useMemo(() => readThings(things), [things]);
  const due = useMemo(() => planRound(bins, today).tasks[0]?.binId, [bins, today]);
  const found = (text: string) =>
    text.trim() === "" ? [...likeliest(things, due)] : [...sought(read, text, MOST_SHOWN)];
  const follow = ({ leads, binId }: Thing) => {
    if (binId) choose(binId);
    close();
    if ("to" in leads) router.push(leads.to);
    else if ("ask" in leads) ask(leads.ask);
    else void undoLast();
  };
  return (
    <>
      <Dialog
        open={errand?.of === "find"}
        onClose={close}
        fullWidth
        maxWidth="sm"
        slotProps={{ container: { sx: { alignItems: "flex-start" } } }}
      >
        <DialogTitle>Find or do</DialogTitle>
        <DialogContent>
          <Autocomplete
            options={things}
            openOnFocus
            autoHighlight
            filterOptions={(_, { inputValue }) => found(inputValue)}
            noOptionsText={saysNothing(asked)}
            onClose={(_, reason) => reason === "escape" && close()}
            getOptionKey={({ key }) => key}
            renderOption={({ key: _key, ...props }, option) => (
              <li {...props} key={option.key}>
                <span>{option.label}</span>
                <span className={styles.hint}>{option.hint}</span>
              </li>
            )}
            onInputChange={(_, text) => setAsked(text)}
            onChange={(_, option) => option && follow(option)}
            renderInput={(params) => (
              <TextField
                {...params}
                autoFocus
                label="A bin, a room, a thing to do, a word, the code on a label"
              />
            )}
          />
        </DialogContent>
      </Dialog>
      <Dialog open={errand?.of === "keys"} onClose={close}>
        <DialogTitle>Keys</DialogTitle>
        <DialogContent>
          <dl className={styles.keys}>
            {KEYS.map(([key, what]) => (
              <div key={key}>
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </DialogContent>
        <DialogActions>
          <Button onClick={close} autoFocus>
            Close
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

const saysNothing = (asked: string): string =>
  readCode(asked) === undefined
    ? "Nothing here goes by that name."
    : `Nothing here goes by that name, and no bin, batch or lot of this cellar bears the code ${asked.trim().toUpperCase()}.`;
