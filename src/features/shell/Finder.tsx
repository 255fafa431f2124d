"use client";
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

/** Find anything by name, and the list of keys. */
export function Finder() {
  const { errand, ask, choose } = useErrands();
  const { bins } = useSession();
  const router = useRouter();
  const close = () => ask(undefined);
  const options = [
    ...(bins ?? []).flatMap(({ bin }) => [
      { label: bin.name, hint: "bin", go: () => router.push(`/bin?id=${bin.id}`), binId: bin.id },
      {
        label: `Visit ${bin.name}`,
        hint: "lift the lid",
        go: () => router.push(`/visit?id=${bin.id}`),
        binId: bin.id,
      },
    ]),
    { label: "Today’s round", hint: "room", go: () => router.push("/") },
    { label: "All bins", hint: "room", go: () => router.push("/bins") },
    { label: "Set up a bin", hint: "room", go: () => router.push("/setup") },
    { label: "Archive: export and import", hint: "room", go: () => router.push("/records") },
    { label: "Settings: units and rooms", hint: "room", go: () => router.push("/settings") },
  ];
  return (
    <>
      <Dialog
        open={errand?.of === "find"}
        onClose={close}
        fullWidth
        maxWidth="sm"
        slotProps={{ container: { sx: { alignItems: "flex-start" } } }}
      >
        <DialogTitle>Find</DialogTitle>
        <DialogContent>
          <Autocomplete
            options={options}
            openOnFocus
            autoHighlight
            onClose={(_, reason) => reason === "escape" && close()}
            getOptionKey={(option) =>
              `${option.hint}/${option.label}/${"binId" in option ? option.binId : ""}`
            }
            renderOption={({ key, ...props }, option) => (
              <li {...props} key={key}>
                <span>{option.label}</span>
                <span className={styles.hint}>{option.hint}</span>
              </li>
            )}
            onChange={(_, option) => {
              if (!option) return;
              if ("binId" in option) choose(option.binId);
              close();
              option.go();
            }}
            renderInput={(params) => <TextField {...params} autoFocus label="A bin, a room, a thing to do" />}
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
