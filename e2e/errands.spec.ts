import type { Page } from "@playwright/test";
import { HOUSE } from "../src/features/shell/house";
import { expect, inDemo, openDemo, test, usable } from "./fixtures";

/*
 * What one came for, found by pressing what is seen: a room in two presses, a deed in four. Presses are counted from Today; names
 * are those a keeper reads.
 */

const [TO_A_ROOM, TO_A_DEED] = [2, 4];
/** A deed at a bin, by what is pressed on its page: a dialog of that name opens, or a room. */
const AT_SORREL: readonly (readonly [string, readonly string[], RegExp])[] = [
  ["look into it", ["Lift the lid"], /\/visit/],
  ["feed it", ["Feed"], /^Feed/],
  ["give it water", ["Water"], /^Water/],
  ["harvest it", ["Harvest"], /\/harvest/],
  ["it stinks", ["Something is wrong"], /\/trouble/],
  ["another lid", ["Lid and cover"], /^Lid and cover/],
  ["weigh it", ["Weigh the bin"], /^Weigh/],
  ["one more tray", ["Add a tray"], /^Add a tray/],
  ["swap its trays", ["Change the trays about"], /^Change the trays/],
  ["empty its tray of liquid", ["Drain"], /^Drain/],
  ["feed at a place", ["Feed at place 2"], /^Feed/],
  ["loosen it", ["Something else was done", "Loosen"], /^Loosen/],
  ["give it lime", ["Something else was done", "Grit and additions"], /^Grit/],
  ["take bedding out", ["Something else was done", "Skim, pull or take out"], /^Skim/],
  ["put overs back in", ["Something else was done", "Put some in"], /^Put some/],
  ["tip it into another", ["Something else was done", "Tip into another bin"], /^Tip/],
  ["retire it", ["Something else was done", "Take out of use"], /out of use/i],
  ["share its worms", ["Something else was done", "Stock or share worms"], /\/stock/],
  ["its set-up was wrong", ["This bin: set-up, print, share", "Change the set-up"], /^Change Sorrel/],
  ["what it looks like now", ["This bin: set-up, print, share", "What does it look like now?"], /look like now/i],
  ["show it to a friend", ["This bin: set-up, print, share", "A page to show a friend"], /\/friend/],
  ["a grid for its lid", ["This bin: set-up, print, share", "A grid for its lid"], /\/lid/],
  ["a label for it", ["This bin: set-up, print, share", "Its label"], /\/labels/],
]; // prettier-ignore

const press = async (page: Page, name: string) => {
  const seen = (role: "link" | "button" | "menuitem") => page.getByRole(role, { name, exact: true });
  const one = seen("link").or(seen("button")).or(seen("menuitem")).or(page.locator("summary", { hasText: name }));
  await one.filter({ visible: true }).first().click();
}; // prettier-ignore

for (const [width, viewport] of [["at 1280", { width: 1280, height: 800 }], ["by touch at 390", { width: 390, height: 844 }]] as const)
  test.describe(width, () => {
    test.use({ viewport, hasTouch: viewport.width < 500 });
    const isPhone = viewport.width < 500;

    test(`every room in two presses, ${width}`, inDemo, async ({ page }) => {
      await openDemo(page);
      let errands = 0;
      for (const floor of HOUSE)
        for (const [nth, room] of floor.rooms.entries()) {
          // A floor under the thumb is one press; any other lies behind More, where its rooms stand under it.
          const behind = isPhone && (!floor.isAtHand || nth > 0);
          const path = behind ? ["More", room.name] : nth === 0 ? [floor.name] : [floor.name, room.name];
          for (const one of path) await press(page, one);
          expect(path.length).toBeLessThanOrEqual(TO_A_ROOM);
          await expect(page).toHaveURL(({ pathname }) => pathname === room.at.split("#")[0]);
          await usable(page);
          errands += 1;
        }
      expect(errands).toBeGreaterThanOrEqual(20);
    });

    test(`whatever is done to a bin in four presses, ${width}`, inDemo, async ({ page }) => {
      await openDemo(page);
      for (const [errand, presses, arrives] of AT_SORREL) {
        const path = ["Bins", "Sorrel", ...presses];
        expect([errand, path.length <= TO_A_DEED]).toEqual([errand, true]);
        for (const one of path) await press(page, one);
        if (arrives.source.startsWith("\\/")) await expect(page).toHaveURL(arrives);
        else {
          const dialog = page.getByRole("dialog");
          await expect(dialog.getByRole("heading").first()).toHaveText(arrives);
          await page.keyboard.press("Escape");
          await expect(dialog).toHaveCount(0);
        }
      }
    });
  }); // prettier-ignore
