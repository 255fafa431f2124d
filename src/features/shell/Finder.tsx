"use client";
import { codeOf, readCode } from "@/core/bin/code";
import { pantryOf } from "@/core/catalogue/pantry";
import type { DeedKind } from "@/core/deed/deed";
import { deedsFor } from "@/core/deed/deed";
import { isUnderSky } from "@/core/expectation/climate";
import { sayDeed } from "@/core/deed/words";
import { guidePages, SECTIONS } from "@/core/guide/pages";
import type { SlipKind } from "@/session/errand";
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

interface Found {
  readonly key: string;
  readonly label: string;
  readonly hint: string;
  /** Other words one may look for it by. */
  readonly words: string;
  readonly go: () => void;
  readonly binId?: string;
}

/** Rooms and sheets, with the words one may have for what is done there. */
const ROOMS = [
  { at: "/", label: "Today’s round", words: "slate tasks home what is due" },
  { at: "/bins", label: "All bins", words: "rack list group sort filter walking order" },
  { at: "/setup", label: "Set up a bin", words: "new add" },
  { at: "/plan", label: "Plan a bin or a cellar", words: "how many which kind build scraps" },
  { at: "/mix", label: "Mix bedding or feed", words: "recipe carbon nitrogen blend" },
  { at: "/store", label: "The store: bedding and batches", words: "pile heap pre-compost supplies" },
  { at: "/logger", label: "Temperatures from a logger", words: "csv import thermometer probe file drop humidity" },
  { at: "/away", label: "Going away", words: "vacation holiday absence travel helper sitter nobody comes weeks" },
  { at: "/nursery", label: "Nursery: breeding tubs and trays", words: "breed cocoons hatch sieve tub tray stagger cycle raise worms" },
  { at: "/weather", label: "Warmth and weather", words: "heat wave frost rain cold forecast temperature outside shade wrap" },
  { at: "/rescue", label: "Rescue from mud", words: "too wet soaked flooded swamp sludge waterlogged" },
  { at: "/trouble", label: "Something is wrong: signs and causes", words: "trouble diagnose smell flies sick help emergency first aid" },
  { at: "/lots", label: "Castings: drying, in store, where they went", words: "lot dry cure store sieve bag sell give use extract slurry receipt" },
  { at: "/stock", label: "Worms delivered or shared out", words: "buy transfer split stock" },
  { at: "/sheet", label: "The round on paper", words: "print type in sheet list tick" },
  { at: "/reckon", label: "Reckoning: what came of it all", words: "balance yield year month target castings per kg" },
  { at: "/reckon#back", label: "Looking back: the year by season, notes found again", words: "last year history search diary notes season" },
  { at: "/nursery#orders", label: "Worms promised: orders and gifts", words: "order reserve sell give stock customer bed" },
  { at: "/lamp", label: "Lamp rounds", words: "harvest castings light scrape timer" },
  { at: "/labels", label: "Labels", words: "print qr code sticker" },
  { at: "/guide", label: "The Guide", words: "help book materials worms signs" },
  { at: "/records", label: "Archive: export and import", words: "backup save csv calendar restore" },
  { at: "/settings", label: "Settings: units, rooms, containers", words: "metric us imperial light dark temperature" },
] as const; // prettier-ignore

const SLIPS = [
  ["fed", "Feed", "meal scraps food"],
  ["watered", "Water", "moisten spray"],
  ["bedded", "Add bedding to", "card leaf mould cover"],
  ["measured", "Measure", "temperature moisture thermometer probe count"],
  ["turned", "Loosen", "fluff turn aerate"],
  ["harvested", "Harvest", "castings collect"],
  ["noted", "Note about", "write diary"],
] as const satisfies readonly (readonly [SlipKind, string, string])[];
/** What keepers have other words for. */
const DEED_WORDS: Partial<Record<DeedKind, string>> = {
  moveAlong: "wedge front",
  rotate: "swap trays",
  takeOut: "remove skim pull",
  putIn: "return overs",
  emptyRefill: "clean out restart",
  tip: "merge combine",
  cover: "lid blanket cloth",
  drain: "tap leachate liquid",
  give: "lime shell grit minerals",
  weigh: "scale",
  retire: "stop end delete",
};
/** So many hits are read; more is said to be more by typing on. */
const MOST_SHOWN = 40;

/** Find anything by name: bins, what is done to the one in hand, rooms, pages of the Guide, and the code on a label. */
export function Finder() {
  const { errand, ask, choose, chosen } = useErrands();
  const { bins, batches, lots, tubs, materials, rooms } = useSession();
  const router = useRouter();
  const [asked, setAsked] = useState("");
  const close = () => ask(undefined);
  const pages = useMemo(() => guidePages(pantryOf(materials)), [materials]);
  const inHand = bins?.find(({ bin }) => bin.id === chosen);
  const options: Found[] = [
    ...(bins ?? []).flatMap(({ bin }): Found[] => [
      { key: bin.id, label: bin.name, hint: bin.group ?? "bin", words: codeOf(bin.id), go: () => router.push(`/bin?id=${bin.id}`), binId: bin.id },
      { key: `visit/${bin.id}`, label: `Visit ${bin.name}`, hint: "lift the lid", words: "look check", go: () => router.push(`/visit?id=${bin.id}`), binId: bin.id },
    ]),
    ...batches.map((batch): Found => ({ key: batch.id, label: batch.name, hint: "batch", words: codeOf(batch.id), go: () => router.push("/store") })),
    ...lots.map((lot): Found => ({ key: lot.id, label: lot.name, hint: "castings", words: codeOf(lot.id), go: () => router.push(`/lots?id=${lot.id}`) })),
    ...tubs.map((tub): Found => ({ key: tub.id, label: tub.name, hint: tub.role === "tub" ? "breeding tub" : "tray", words: codeOf(tub.id), go: () => router.push("/nursery") })),
    ...ROOMS.map(({ at, label, words }): Found => ({ key: at, label, hint: "room", words, go: () => router.push(at) })),
    { key: "scale", label: "A scale: connect or read it", hint: "device", words: "weigh balance serial usb tare bench", go: () => ask({ of: "scale" }) },
    { key: "many", label: "Several bins at once", hint: "deed", words: "bulk group batch many feed water", go: () => ask({ of: "many", binIds: [] }) },
    ...(inHand ? [
      ...SLIPS.map(([slip, label, words]): Found => ({ key: `slip/${slip}`, label: `${label} ${inHand.bin.name}`, hint: "deed", words, go: () => ask({ of: "slip", slip, binId: inHand.bin.id }) })),
      { key: "found", label: `What does ${inHand.bin.name} look like now?`, hint: "deed", words: "found again inherited taken over bought restart forecast anew long away", go: () => ask({ of: "found", binId: inHand.bin.id }) },
      ...deedsFor(inHand.state, isUnderSky(rooms, inHand.state.setup?.roomId)).map((deed): Found => ({ key: `deed/${deed}`, label: `${sayDeed(deed, inHand.state.setup).title}: ${inHand.bin.name}`, hint: "deed", words: DEED_WORDS[deed] ?? "", go: () => ask({ of: "deed", deed, binId: inHand.bin.id }) })),
    ] : []),
    ...(inHand ?? bins?.[0] ? [{ key: "away", label: "Going away: what to give before, and what you will find", hint: "what if", words: "vacation holiday absence travel leave", go: () => router.push(`/bin?id=${(inHand ?? bins![0]!).bin.id}`) }] : []),
    ...pages.map((page): Found => ({ key: page.key, label: page.title, hint: `Guide: ${SECTIONS[page.section].toLowerCase()}`, words: page.also, go: () => router.push(`/guide?page=${page.key}`) })),
  ]; // prettier-ignore
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
            options={options}
            openOnFocus
            autoHighlight
            filterOptions={sought}
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
            onChange={(_, option) => {
              if (!option) return;
              if (option.binId) choose(option.binId);
              close();
              option.go();
            }}
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

/** A label's code finds its bin; else words in the name come before words for it. All that was typed must be met. */
function sought(options: Found[], { inputValue }: { readonly inputValue: string }): Found[] {
  const asked = inputValue.trim().toLowerCase();
  if (asked === "") return options.slice(0, MOST_SHOWN);
  const code = readCode(inputValue);
  const coded = code === undefined ? [] : options.filter(({ words }) => words === code);
  if (coded.length > 0) return coded;
  const parts = asked.split(/\s+/);
  const meets = (text: string) => parts.every((part) => text.includes(part));
  const named = options.filter(({ label }) => meets(label.toLowerCase()));
  const told = options.filter(
    ({ label, words }) => !meets(label.toLowerCase()) && meets(`${label} ${words}`.toLowerCase()),
  );
  return [...named, ...told].slice(0, MOST_SHOWN);
}

const saysNothing = (asked: string): string =>
  readCode(asked) === undefined
    ? "Nothing here goes by that name."
    : `Nothing here goes by that name, and no bin, batch or lot of this cellar bears the code ${asked.trim().toUpperCase()}.`;
