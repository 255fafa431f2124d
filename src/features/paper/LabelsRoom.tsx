"use client";
import Link from "next/link";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { codeOf, labelText } from "@/core/bin/code";
import { binVolumeL, systemOf } from "@/core/bin/system";
import { shortDay, shortSpan } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import { cycleUnderWay } from "@/core/nursery/state";
import { profileOf } from "@/core/picture/profile";
import { formatMass, formatWeighed, formatVolume } from "@/core/quantity/format";
import { sayLotMass } from "@/core/lot/words";
import { formatMesh } from "@/core/words/entry";
import { dueDay } from "@/core/round/due";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import room from "@/ui/room.module.css";
import styles from "./Paper.module.css";
import { Qr } from "./Qr";

/** Labels for bins, batches and lots of castings: a code as QR and in letters, what it is, since when, and when one comes back. */
export function LabelsRoom() {
  const {
    bins,
    batchesToday = [],
    lotsToday = [],
    tubsToday = [],
    settings,
    author,
    keep,
    units,
    today,
  } = useSession();
  const params = useSearchParams();
  const onDemo = useDemo();
  const [address, setAddress] = useState<string>();
  if (!bins) return <main className={`${room.room} ${styles.paper}`} aria-busy="true" />;
  const wanted = params.get("ids")?.split(",").filter(Boolean);
  const shown = bins.filter(({ bin, state }) => (wanted ? wanted.includes(bin.id) : !state.setup?.retired));
  const stored = wanted ? batchesToday.filter(({ batch }) => wanted.includes(batch.id)) : batchesToday;
  const castings = wanted ? lotsToday.filter(({ lot }) => wanted.includes(lot.id)) : [];
  const nursery = wanted ? tubsToday.filter(({ tub }) => wanted.includes(tub.id)) : [];
  const many = shown.length + stored.length + castings.length + nursery.length;
  if (many === 0)
    return (
      <FirstScreen
        title="Labels"
        says={
          bins.length > 0
            ? "No such bin, batch or lot stands in this cellar. Choose what to label where it stands."
            : "A label bears the bin’s drawing, its name and a code. Point a phone at it and the bin opens."
        }
        of="label"
        begin={
          <Button variant="contained" component={Link} href={bins.length > 0 ? "/bins" : "/setup"}>
            {bins.length > 0 ? "To all bins" : "Set up a bin"}
          </Button>
        }
        onDemo={bins.length > 0 ? undefined : onDemo}
      />
    );
  const set = settings?.labelAddress;
  const typed = address ?? set ?? "";
  const keepAddress = () => {
    const labelAddress = typed.trim();
    if (labelAddress === (set ?? "")) return;
    void keep("Address on labels changed", [
      settings
        ? author.revised("settings", settings, { labelAddress })
        : author.first("settings", { units, remindAfterDays: 14, labelAddress }),
    ]);
  };
  return (
    <main className={`${room.room} ${styles.paper}`} data-usable="true">
      <div className={styles.head} data-print="hide">
        <h1 className={room.title}>Labels</h1>
        <Button variant="contained" onClick={() => window.print()}>
          Print {many} {many === 1 ? "label" : "labels"}
        </Button>
      </div>
      <form
        className={styles.address}
        data-print="hide"
        onSubmit={(event) => {
          event.preventDefault();
          keepAddress();
        }}
      >
        <TextField
          label="Address in front of the code"
          placeholder="http://cellar.local:3000"
          value={typed}
          helperText="Where this app is reached on your own network. Left empty, the QR code holds the letters alone: type them after /."
          onChange={({ target }) => setAddress(target.value)}
          slotProps={{ htmlInput: { maxLength: 200, autoComplete: "off" }, inputLabel: { shrink: true } }}
        />
        <Button type="submit">keep the address</Button>
      </form>
      <ul className={styles.labels}>
        {shown.map(({ bin, state, expectation }) => {
          const code = codeOf(bin.id);
          const due = dueDay(state, today);
          const profile = profileOf(bin.id, state, expectation, today);
          const widest = profile ? Math.max(...profile.compartments.map(({ widthM }) => widthM)) * (profile.arrangement === "line" ? profile.compartments.length : 1) : 1; // prettier-ignore
          return (
            <li key={bin.id} className={styles.label}>
              <Qr text={labelText(code, set)} size={96} />
              <div className={styles.labelWords}>
                <b className={styles.labelName}>{bin.name}</b>
                <span className={styles.code}>{code}</span>
                <span>
                  {state.setup
                    ? `${systemOf(state.setup.system).name}, ${formatVolume(binVolumeL(state.setup), units)}`
                    : ""}
                </span>
                <span>
                  since {shortDay(bin.firstDay)} {bin.firstDay.slice(0, 4)}
                </span>
                {due && <span>back {shortDay(due)}</span>}
              </div>
              <span className={styles.labelPicture} aria-hidden="true">
                {profile && (
                  <Cutaway profile={profile} pxPerM={Math.min(80, 66 / widest)} detail="thumb" label="" />
                )}
              </span>
            </li>
          );
        })}
        {castings.flatMap(({ lot, state }) => {
          const code = codeOf(lot.id);
          // A label for each size of bag, and one for what lies loose.
          const masses = state.bags.length > 0 ? state.bags.map(({ eachKg }) => eachKg) : [state.massKg];
          return masses.map((massKg) => (
            <li key={`${lot.id}/${massKg}`} className={styles.label}>
              <Qr text={labelText(code, set)} size={96} />
              <div className={styles.labelWords}>
                <b className={styles.labelName}>{lot.name}</b>
                <span className={styles.code}>{code}</span>
                <span>
                  worm castings, {shortDay(lot.madeOn)} {lot.madeOn.slice(0, 4)}
                </span>
                <span>
                  {state.bags.length > 0 ? formatWeighed(massKg, units) : sayLotMass(state, massKg, units)}
                  {state.sievedAt ? `, ${formatMesh(state.sievedAt.meshM, units)}` : ""}
                </span>
                <span>keep cool, dark, lid loose</span>
              </div>
            </li>
          ));
        })}
        {nursery.map((one) => {
          const { tub, state, due } = one;
          const code = codeOf(tub.id);
          const cycle = cycleUnderWay(state);
          const parents = (cycle?.fromIds ?? state.brood?.fromIds ?? []).flatMap(
            (id) => tubsToday.find(({ tub: { id: other } }) => other === id)?.tub.name ?? [],
          );
          return (
            <li key={tub.id} className={styles.label}>
              <Qr text={labelText(code, set)} size={96} />
              <div className={styles.labelWords}>
                <b className={styles.labelName}>{tub.name}</b>
                <span className={styles.code}>{code}</span>
                <span>
                  {tub.row ? `${tub.row}, ` : ""}
                  {speciesOf(tub.speciesId).name}
                </span>
                {parents.length > 0 && (
                  <span>
                    from {parents.slice(0, 2).join(", ")}
                    {parents.length > 2 && ` +${parents.length - 2}`}
                  </span>
                )}
                <span>
                  {cycle
                    ? `set ${shortDay(cycle.setOn)}, due ${shortDay(cycle.dueOn)}`
                    : state.brood
                      ? `laid ${shortSpan(state.brood.laidFrom, state.brood.laidTo)}`
                      : due
                        ? `to be set ${shortDay(due.on)}`
                        : "empty"}
                </span>
              </div>
            </li>
          );
        })}
        {stored.map(({ batch, state }) => {
          const code = codeOf(batch.id);
          return (
            <li key={batch.id} className={styles.label}>
              <Qr text={labelText(code, set)} size={96} />
              <div className={styles.labelWords}>
                <b className={styles.labelName}>{batch.name}</b>
                <span className={styles.code}>{code}</span>
                <span>bedding, mixed {shortDay(batch.mixedOn)}</span>
                <span>{formatMass(state.leftKg, units, "bucket")}</span>
              </div>
            </li>
          );
        })}
      </ul>
    </main>
  );
}
