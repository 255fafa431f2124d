/*
 * Whether the keeper is in the middle of a press, or has a menu, a list or a dialog open. What arrives late (forecasts)
 * is drawn when it is quiet: a redraw between the press and its release may take the press away.
 */
const OPEN_IN_FRONT = "[role=menu], [role=listbox], [role=dialog]";
const LOOK_AGAIN_MS = 100;
let isPressed = false;
let isListening = false;

function listen(): void {
  if (isListening) return;
  isListening = true;
  const options = { capture: true, passive: true };
  document.addEventListener("pointerdown", () => (isPressed = true), options);
  // The click follows the release in the same turn: it is heard before anything is drawn.
  const release = () => setTimeout(() => (isPressed = false));
  for (const type of ["pointerup", "pointercancel", "blur"]) window.addEventListener(type, release, options);
}

const isQuiet = (): boolean => !isPressed && document.querySelector(OPEN_IN_FRONT) === null;

/** Runs something once it is quiet, at once where it is; returns what calls it off. */
export function onceQuiet(run: () => void): () => void {
  listen();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const look = () => {
    if (isQuiet()) run();
    else timer = setTimeout(look, LOOK_AGAIN_MS);
  };
  look();
  return () => clearTimeout(timer);
}
