import { TextSizeOfDevice } from "@/ui/theme/textSize";
import { START } from "../../../tests/log";
import { inCellar, leaveCellar, settingsRow } from "../../../tests/inCellar";
import { screen, waitFor } from "@testing-library/react";
import { SettingsRoom } from "./SettingsRoom";

afterEach(() => {
  localStorage.clear();
  return leaveCellar();
});

test("larger words are chosen for this device, at once and for the next time; nothing of it goes into the records", async () => {
  const room = (
    <>
      <TextSizeOfDevice />
      <SettingsRoom />
    </>
  );
  const { keeper, db } = await inCellar(room, { rows: [settingsRow("metric")], today: START });
  await screen.findByRole("heading", { name: "Settings" });
  expect(document.documentElement.dataset.text).toBe("usual");
  const before = await db.settings.toArray();
  await keeper.click(screen.getByRole("radio", { name: "largest" }));
  await waitFor(() => expect(document.documentElement.dataset.text).toBe("largest"));
  expect(localStorage.getItem("brown-cellar-text")).toBe("largest");
  expect(await db.settings.toArray()).toEqual(before);
  // What another tab chose counts here too; what nobody offers does not.
  localStorage.setItem("brown-cellar-text", "enormous");
  window.dispatchEvent(new Event("storage"));
  await waitFor(() => expect(document.documentElement.dataset.text).toBe("usual"));
});
