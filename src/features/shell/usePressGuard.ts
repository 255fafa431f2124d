import { useEffect } from "react";

/** What one presses: everything that answers to a click. */
const PRESSED =
  "button, a[href], label, summary, input[type=checkbox], input[type=radio], [role=button], [role=menuitem], [role=option], [role=tab]";
/** Where one types or picks, the browser's own dragging is left alone. */
const TYPED = "input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable=true]";
/** A finger that slides further than this has thought better of it, px. */
const SLIPS_PX = 12;

/**
 * A press belongs to what was pressed, even where the page moves under the finger before it is lifted: a forecast that
 * arrives, a chart that opens, a menu that unfolds. Without it the release falls on another element and the click on
 * none. Who slides off before lifting takes the press back, as ever.
 */
export function usePressGuard(): void {
  useEffect(() => {
    const hold = (event: PointerEvent) => {
      if (event.button !== 0 || !(event.target instanceof Element)) return;
      const pressed = event.target.closest(PRESSED);
      // A finger's press is bound to its element by the browser itself; an event made by a helper has no pointer.
      if (!pressed || event.pointerType === "touch" || !event.isTrusted) return;
      if (event.target.closest(TYPED)) return;
      const { pointerId, clientX, clientY } = event;
      pressed.setPointerCapture(pointerId);
      const watch = (move: PointerEvent) => {
        if (Math.hypot(move.clientX - clientX, move.clientY - clientY) <= SLIPS_PX) return;
        if (pressed.hasPointerCapture(pointerId)) pressed.releasePointerCapture(pointerId);
      };
      const end = () => {
        pressed.removeEventListener("pointermove", watch as EventListener);
        pressed.removeEventListener("lostpointercapture", end);
      };
      pressed.addEventListener("pointermove", watch as EventListener);
      pressed.addEventListener("lostpointercapture", end);
    };
    document.addEventListener("pointerdown", hold, { capture: true });
    return () => document.removeEventListener("pointerdown", hold, { capture: true });
  }, []);
}
