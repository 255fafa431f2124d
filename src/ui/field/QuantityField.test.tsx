import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { formatMass } from "@/core/quantity/format";
import { QuantityField } from "./QuantityField";

function Scale() {
  const [typed, setTyped] = useState("");
  return (
    <QuantityField
      label="Scraps"
      dimension="mass"
      unit="g"
      typed={typed}
      onTyped={setTyped}
      echo={(value) => formatMass(value, "metric")}
    />
  );
}

test("what is typed is echoed as understood; garbage is told beneath and stays as typed", async () => {
  const keeper = userEvent.setup();
  render(<Scale />);
  const field = screen.getByLabelText("Scraps (g)");
  await keeper.type(field, "1 lb 6 oz");
  await waitFor(() => expect(screen.getByText("620 g")).toBeInTheDocument());
  expect(field).toBeValid();
  await keeper.clear(field);
  await keeper.type(field, "2 L of rind");
  expect(field).toBeInvalid();
  expect(field).toHaveValue("2 L of rind");
  expect(field).toHaveAccessibleDescription(/volume|number/);
});
