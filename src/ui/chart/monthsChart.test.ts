import { CELLAR, DAYLIGHT } from "../theme/colours";
import { monthsChart } from "./monthsChart";

test.each([CELLAR, DAYLIGHT])(
  "a bar a month for each series, in one unit, told apart without colour",
  (colours) => {
    const option = monthsChart({
      months: ["Jan", "Feb", "Mar"],
      series: [
        { name: "food", values: [3, 4.5, 0] },
        { name: "castings", values: [0, 1, 2.25] },
      ],
      unit: "kg",
      colours,
    });
    expect(option.xAxis.data).toEqual(["Jan", "Feb", "Mar"]);
    expect(option.series.map(({ name, data }) => [name, data])).toEqual([
      ["food", [3, 4.5, 0]],
      ["castings", [0, 1, 2.25]],
    ]);
    const [food, castings] = option.series.map(({ itemStyle }) => itemStyle);
    expect(food!.color).not.toBe(castings!.color);
    expect([food!.decal === undefined, castings!.decal === undefined]).toEqual([true, false]);
    expect(option.yAxis.name).toBe("kg");
    expect(option.tooltip.valueFormatter(2.25)).toBe("2.3 kg");
  },
);
