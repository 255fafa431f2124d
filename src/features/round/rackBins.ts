import type { Profile } from "@/core/picture/profile";
import { profileOf } from "@/core/picture/profile";
import type { UnitSystem } from "@/core/quantity/format";
import type { BinToday, Round, Task } from "@/core/round/round";
import { sayStanding, sayTask } from "@/core/round/words";
import type { RackBin } from "@/ui/Rack";
import type { Room } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";

/** The bins as the rack shows them: drawn, with one line beneath and a tag where something is wanted today. */
export function rackBins(
  bins: readonly BinToday[],
  round: Round,
  today: LocalDate,
  units: UnitSystem,
  rooms: readonly Pick<Room, "id" | "name">[] = [],
): RackBin[] {
  const roomOf = new Map<string, string>(rooms.map(({ id, name }) => [id, name]));
  const taskOf = new Map<string, Task>(round.tasks.map((task) => [task.binId, task]));
  return bins.map((one) => {
    const task = taskOf.get(one.bin.id);
    const shelf = one.state.setup && roomOf.get(one.state.setup.roomId);
    const words = task && sayTask(task, units);
    const isUrgent = task?.kind === "act" || task?.kind === "dryOut";
    return {
      id: one.bin.id,
      name: one.bin.name,
      profile: profileToday(one, today),
      standing: sayStanding(one, task, today),
      ...(shelf === undefined ? {} : { shelf }),
      ...(words
        ? { tag: { text: isUrgent ? words.verb : `${words.verb} ${words.amount}`.trim(), isUrgent } }
        : {}),
    };
  });
}

/** Drawn once for as long as the bin is the same: with a hundred bins on the rack the drawing is what costs. */
const profiles = new WeakMap<BinToday, Profile | undefined>();
export function profileToday(one: BinToday, today: LocalDate): Profile | undefined {
  if (!profiles.has(one)) profiles.set(one, profileOf(one.bin.id, one.state, one.expectation, today));
  return profiles.get(one);
}
