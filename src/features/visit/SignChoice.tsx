"use client";
import { CreatureMark } from "@/ui/marks/CreatureMark";
import type { Creature } from "@/vocabulary/readings";
import styles from "./Visit.module.css";

const GROUPS: readonly { readonly title: string; readonly isAlarm?: true; readonly signs: readonly (readonly [Creature, string])[] }[] = [
  { title: "Good", signs: [["worms-on-food-cluster", "worms on the food"], ["many-cocoons", "cocoons"], ["many-babies", "young worms"], ["springtails", "springtails"], ["condensation", "drops under the lid"], ["sprouts", "sprouts"]] },
  { title: "Normal company", signs: [["woodlice", "woodlice"], ["earwigs", "earwigs"], ["beetles-spiders", "beetles, spiders"]] },
  { title: "Worth a note", signs: [["worms-on-lid", "worms on the lid"], ["few-worms", "few worms"], ["mites-white", "white mites"], ["mites-brown", "brown mites"], ["white-worms", "white worms"], ["fruit-flies", "fruit flies"], ["fungus-gnats", "gnats"], ["house-fly-maggots", "maggots"], ["soldier-fly-larvae", "soldier-fly larvae"], ["ants", "ants"], ["mould-bloom", "mould"], ["mud-ball", "a mud ball"], ["dry-edges", "dry edges"], ["standing-liquid", "standing water"]] },
  { title: "Alarm", isAlarm: true, signs: [["mass-escape", "mass escape"], ["string-of-beads", "beaded worms"], ["worms-limp-dead", "limp or dead worms"], ["hot-centre", "hot in the middle"], ["rodent-signs", "rat or mouse signs"]] },
]; // prettier-ignore

/** What else is to be seen; as many as there are. */
export function SignChoice({
  signs,
  onSigns,
}: {
  readonly signs: readonly Creature[];
  readonly onSigns: (signs: readonly Creature[]) => void;
}) {
  const toggle = (sign: Creature) =>
    onSigns(signs.includes(sign) ? signs.filter((one) => one !== sign) : [...signs, sign]);
  return (
    <fieldset className={styles.signs}>
      <legend>Seen besides</legend>
      {GROUPS.map((group) => (
        <div key={group.title} className={styles.signGroup} data-alarm={group.isAlarm}>
          <span className={styles.signTitle}>{group.title}</span>
          {group.signs.map(([sign, words]) => (
            <label key={sign} className={styles.sign} data-chosen={signs.includes(sign)}>
              <input type="checkbox" checked={signs.includes(sign)} onChange={() => toggle(sign)} />
              <CreatureMark creature={sign} />
              {words}
            </label>
          ))}
        </div>
      ))}
    </fieldset>
  );
}
