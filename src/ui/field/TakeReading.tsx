"use client";
import Button from "@mui/material/Button";
import InputAdornment from "@mui/material/InputAdornment";
import { useScaleReading } from "./scaleReading";

/** In a field for a weight, while a scale is connected: one press writes what it shows, once it stands still. */
export function TakeReading({
  label,
  onTake,
}: {
  readonly label: string;
  readonly onTake: (said: string) => void;
}) {
  const reading = useScaleReading();
  if (!reading) return null;
  return (
    <InputAdornment position="end">
      <Button
        size="small"
        disabled={!reading.isSteady}
        aria-label={
          reading.isSteady ? `Take ${reading.said} from the scale: ${label}` : `The scale moves: ${label}`
        }
        onClick={() => onTake(reading.said)}
      >
        {reading.isSteady ? "take it" : "moves"}
      </Button>
    </InputAdornment>
  );
}
