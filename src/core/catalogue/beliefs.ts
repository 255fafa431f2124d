/** How a common saying stands up. */
export type Verdict = "true" | "half" | "false" | "depends";

/** Said among keepers, and checked. Both sides get their due; what the app does follows from it. */
export interface Belief {
  readonly id: string;
  readonly said: string;
  readonly verdict: Verdict;
  readonly checked: string;
  /** What the app does about it. */
  readonly rule: string;
  /** Pages of the Guide that say more: materials, causes, hazards. */
  readonly see: readonly string[];
}

export const BELIEFS: readonly Belief[] = [
  {
    id: "standing-water",
    said: "Let tap water stand for a day and the chlorine is gone.",
    verdict: "half",
    checked:
      "Free chlorine does leave standing water within a day or so. Many waterworks use chloramine, which hardly leaves at all. What comes out of a tap is in any case little for a whole bed; it matters most for living bedding you wish to ripen.",
    rule: "We say “stood a day or filtered”. Where your supplier uses chloramine: a carbon filter, or a pinch of ascorbic acid (vitamin C, about 100 mg for 10 L), or rain water.",
    see: ["chlorinated-water"],
  },
  {
    id: "ten-degrees",
    said: "Worms eat twice as much for every 10 °F of warmth.",
    verdict: "false",
    checked:
      "Life runs roughly twice as fast for every 10 °C (18 °F), between about 8 and 25 °C. Doubling per 10 °F would make it four times as fast over a mild spring, and the food would be left lying. Above the best temperature it falls again, and fast.",
    rule: "Rations rise 2.2-fold per 10 °C up to the best temperature of the species, then fall to nothing at its limit.",
    see: ["too-hot", "too-cold"],
  },
  {
    id: "freezing-seeds",
    said: "Freezing the scraps kills the seeds in them.",
    verdict: "false",
    checked:
      "Freezing bursts the cells of the food, so it is eaten sooner, and kills fly eggs and maggots. Most seeds sleep through it: frost is what many of them wait for. Only heat (55 °C and more for days), scalding or grinding is sure.",
    rule: "Frozen food is counted as quicker food. Against seedlings: leave seed heads out, or cook them.",
    see: ["mixed-scraps-frozen-thawed", "garden-weeds-seeding"],
  },
  {
    id: "corn-meal-grit",
    said: "Corn meal is as good a grit as shell.",
    verdict: "false",
    checked:
      "Grit is mineral: worms have no teeth and grind with hard grains. Meal is food. It is gone in days, heats and sours when it lies thick, and leaves nothing in the crop. Ground shell both grinds and slowly takes up acid.",
    rule: "Grit proposals name crushed shell or rock dust; meal counts as rich feed, a thin film at most.",
    see: ["eggshell-crushed", "grain-meal", "rock-dust"],
  },
  {
    id: "ratio-by-volume",
    said: "Two parts of bedding to one of food: two to one by weight.",
    verdict: "false",
    checked:
      "The rule is by volume. A litre of dry shredded card weighs about 50 g, a litre of chopped scraps 400 to 600 g. Two litres of card to a litre of scraps is therefore about 1 to 5 by weight; by weight taken for volume you would carry twenty times the card.",
    rule: "Ratios are always said in litres; the mix bench shows kilograms beside them.",
    see: ["cardboard-corrugated", "mixed-kitchen-scraps"],
  },
  {
    id: "drained-is-tea",
    said: "The liquid from the tap is worm tea for the plants.",
    verdict: "false",
    checked:
      "What drains is leachate: raw liquid from food on its way down, poor in air, of unknown strength, sometimes with germs. An extract is finished castings stirred in clean water with air, and used within hours. They have only the colour in common.",
    rule: "Leachate is drained and measured as a sign of too much water. Not on leaves, nor on anything eaten raw.",
    see: ["raw-leachate", "aerated-extract"],
  },
  {
    id: "castings-strong",
    said: "Castings are a strong nitrogen fertiliser.",
    verdict: "false",
    checked:
      "Typical castings hold 1 to 2 % nitrogen of dry weight, most of it bound and released over months. What they do well is hold water, feed soil life and start seedlings. They improve a mix; they do not replace feeding hungry crops.",
    rule: "Lots are given by weight and moisture, with no claim to feed so many plants.",
    see: ["castings-food-crops", "castings-worked-bedding"],
  },
  {
    id: "no-cocoons",
    said: "Well-made castings have no cocoons in them.",
    verdict: "false",
    checked:
      "Cocoons lie where the worms were last, and some come along with every method; sieving takes out most, light and migration fewer. That matters where compost worms do not belong in the woods.",
    rule: "Each harvest method carries its share of worms and cocoons lost. Before castings leave your land: cure and screen them, and mind the local rules.",
    see: ["release-nonnative", "harvest-loss"],
  },
  {
    id: "handful-percent",
    said: "A squeezed handful without a drop is 60 % moist.",
    verdict: "half",
    checked:
      "A fist says how full the fibre is, not a percentage. Card at 60 % and castings at 60 % feel quite different, and one hand presses harder than another. No drop is anything from about 55 to 70 %; one or two drops 69 to 81 %.",
    rule: "We ask for drops and work with the range, and narrow it as your fist becomes known.",
    see: ["too-dry", "too-wet"],
  },
  {
    id: "garden-worms",
    said: "Worms from the garden do as well.",
    verdict: "false",
    checked:
      "Soil worms eat mineral soil and live in burrows; in rich, warm bedding they shrink and leave. Compost worms live in litter and dung, stand crowding, and breed fast. A red worm from under a pot may be one, a grey or pink one is not.",
    rule: "The app plans with four compost species. Leave the others in the soil, and never move jumping worms.",
    see: ["wrong-species", "jumping-worms"],
  },
  {
    id: "own-weight",
    said: "Worms eat their own weight every day.",
    verdict: "half",
    checked:
      "It has been seen, with soft, ripe feed at the best temperature. A kitchen bin eats a quarter to a half of the worms’ weight of wet scraps a day, less while it is young or cool.",
    rule: "We plan with half the weight a day in a mature bin near 20 °C, half of that in a new one, and let your own bin correct it.",
    see: ["overfeeding", "young-bin"],
  },
  {
    id: "citrus-kills",
    said: "Citrus and onion kill worms.",
    verdict: "depends",
    checked:
      "Oil of fresh peel and crushed garlic do harm in quantity, in a small bin with nowhere to go. A peel now and then in a large, mature bin disappears slowly and without trouble. Most of the rest is lore.",
    rule: "In a small or young bin we leave them out; in a large mature one up to about a tenth of a meal is fine.",
    see: ["orange-mandarin-peel", "onion-flesh", "garlic"],
  },
  {
    id: "lime-cures",
    said: "A sour bin wants lime.",
    verdict: "half",
    checked:
      "Ground limestone or shell takes up acid, but the acid comes from too much food without air, and it will be back. With an ammonia smell lime makes it worse: it drives the gas out of the bed.",
    rule: "First no food, air and dry bedding. Ground limestone in small doses, never with an ammonia smell. Burnt or slaked lime never.",
    see: ["acid", "lime-calcitic-ground", "lime-caustic"],
  },
  {
    id: "lime-weekly",
    said: "Dust lime over the bed each week.",
    verdict: "depends",
    checked:
      "Some dust a little every week and swear by it; others give ground shell once a month and never lime. A weekly dusting does no harm in a bed fed acid stuff, and nothing at all in a sweet one but salt it slowly.",
    rule: "We give ground shell or stone once a month, and ground limestone only where it is sour, two weeks apart. Your own rule for a bin goes before ours.",
    see: ["eggshell-crushed", "lime-calcitic-ground"],
  },
  {
    id: "light-first-nights",
    said: "New worms need a light over them for the first nights.",
    verdict: "depends",
    checked:
      "Keepers leave it on for 24 to 72 hours, or never. Worms flee light and stay down; in bedding they like they stay down without it. A lid with a mesh does the same.",
    rule: "The timetable offers three nights of light, or none; both are ticked off alike.",
    see: ["young-bin"],
  },
  {
    id: "first-meal-where",
    said: "The first meal goes into one corner.",
    verdict: "depends",
    checked:
      "Some bury it in a corner, some in the middle, some give none for a week, since good bedding feeds them. In a corner worms can keep away from it if it heats; in the middle all of them find it; without it nothing can sour.",
    rule: "A small first meal in one corner under the bedding, never more than the worms weigh. Untouched, it is left and no second one is given.",
    see: ["young-bin", "overfeeding"],
  },
  {
    id: "posted-worms",
    said: "Posted worms want a drink before anything else.",
    verdict: "half",
    checked:
      "They come dry and thin and drink through the skin. Some give the bag a damp half cup of water for an hour; others keep them overnight in a lidded pail with damp bedding and count what lives. Poured wet onto a wet bed they may drown.",
    rule: "Into damp bedding on the day they come; a dry bag gets a spoon of stood water first. Weigh them after that, not before.",
    see: ["too-dry"],
  },
  {
    id: "fermented-food",
    said: "Food fermented in a bucket is the best there is.",
    verdict: "depends",
    checked:
      "It is soft and quickly eaten, and it is acid and wet. A large old herd takes it as a fifth of a meal without a sign; a young one crawls up the walls. Some feed it straight, others air it for a week or bury it in soil first.",
    rule: "Counted as quick, acid food, by its share of the meal. A little, aired, with card and shell, in one corner.",
    see: ["bran-fermented-scraps", "acid"],
  },
  {
    id: "peat-breeds-best",
    said: "Worms breed best in peat.",
    verdict: "depends",
    checked:
      "Peat, coir and leaf compost all hold water and air alike and let cocoons be sieved. Peat is sour and wants limestone; coir may be salty and wants rinsing; leaf compost is neither and feeds a little. Digging peat harms bogs and is forbidden in places.",
    rule: "Breeding tubs may be bedded with any of them. We propose what you laid last; the page on peat says how it is sweetened.",
    see: ["peat", "coir", "leaf-mould"],
  },
  {
    id: "dry-edges-good-middle",
    said: "Dry edges mean the bin wants water.",
    verdict: "half",
    checked:
      "Edges dry first where air moves; the middle may be just right, and all that is poured runs into it. Pulled inwards and turned under, the edge takes its water from the middle.",
    rule: "With a good middle we moisten the edge alone. Only a dry fist from the middle asks for more.",
    see: ["too-dry"],
  },
];
