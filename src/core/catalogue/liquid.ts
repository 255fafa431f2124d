/** The one rule for what drains from a bin: said at the visit as it stands in the table of cautions. */
export const LIQUID_RULE =
  "What drips out is raw waste and may carry germs: not on leaves, nor on anything eaten raw. Pour it thinned on the soil of ornamentals, or away, as local rules allow.";
