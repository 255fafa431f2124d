"use client";
import { spokenDay } from "@/core/calendar/day";
import { binVolumeL, systemOf } from "@/core/bin/system";
import { profileOf } from "@/core/picture/profile";
import { schoolOf } from "@/core/catalogue/school";
import { formatMass, formatPercentRange, formatVolume } from "@/core/quantity/format";
import { dueDay } from "@/core/round/due";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Link from "next/link";
import styles from "./Bins.module.css";

/** Every bin in walking order, room by room as they stand, with what is in it. */
export function BinsRoom() {
  const { bins, cellar, rooms, author, keep, units, today } = useSession();
  if (!bins) return <main className={styles.bins} aria-busy="true" />;
  const move = (from: number, by: 1 | -1) => {
    const order = bins.map(({ bin }) => bin.id);
    const [taken] = order.splice(from, 1);
    order.splice(from + by, 0, taken!);
    const row = cellar
      ? author.revised("cellars", cellar, { walkingOrder: order })
      : author.first("cellars", { name: "My cellar", walkingOrder: order });
    void keep("Walking order changed", [row]);
  };
  return (
    <main className={styles.bins} data-usable="true">
      <div className={styles.head}>
        <h1>{cellar?.name ?? "Bins"}</h1>
        <Button variant="contained" component={Link} href="/setup">
          Set up a bin
        </Button>
      </div>
      <p className={styles.lead}>
        {bins.length === 0
          ? "Nothing stands here yet."
          : "In walking order. Move a bin to where you come past it."}
      </p>
      <ol className={styles.list}>
        {bins.map(({ bin, state, expectation }, at) => {
          const due = dueDay(state, today);
          const profile = profileOf(bin.id, state, expectation, today);
          const room = state.setup && rooms.find((candidate) => candidate.id === state.setup?.roomId);
          return (
            <li key={bin.id} className={styles.row}>
              <Link href={`/bin?id=${bin.id}`} className={styles.picture} tabIndex={-1} aria-hidden="true">
                {profile && <Cutaway profile={profile} pxPerM={112} detail="thumb" label="" />}
              </Link>
              <div className={styles.words}>
                <h2>
                  <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
                </h2>
                <p>
                  {state.setup
                    ? `${systemOf(state.setup.system).name} of ${formatVolume(binVolumeL(state.setup), units)}${room ? `, ${room.name}` : ""}. ${schoolOf(state.setup.school).name}.`
                    : "Its set-up cannot be read."}
                </p>
              </div>
              <dl className={styles.facts}>
                <div>
                  <dt>moist</dt>
                  <dd>{formatPercentRange(expectation.moisture.low, expectation.moisture.high)}</dd>
                </div>
                <div>
                  <dt>worms</dt>
                  <dd>
                    {expectation.wormsKg.middle > 0
                      ? `about ${formatMass(expectation.wormsKg.middle, units, "bucket")}`
                      : "none noted"}
                  </dd>
                </div>
                <div>
                  <dt>back</dt>
                  <dd>{due ? spokenDay(due, today) : "when you like"}</dd>
                </div>
              </dl>
              <div className={styles.move}>
                <IconButton
                  size="small"
                  disabled={at === 0}
                  aria-label={`${bin.name}: earlier on the walk`}
                  onClick={() => move(at, -1)}
                >
                  <ArrowUpward fontSize="small" />
                </IconButton>
                <IconButton
                  size="small"
                  disabled={at === bins.length - 1}
                  aria-label={`${bin.name}: later on the walk`}
                  onClick={() => move(at, 1)}
                >
                  <ArrowDownward fontSize="small" />
                </IconButton>
              </div>
            </li>
          );
        })}
      </ol>
    </main>
  );
}
