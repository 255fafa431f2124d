"use client";
import { useEffect, useState } from "react";
import styles from "./NewVersion.module.css";

/** So often it is asked whether there is a newer app, beside the browser's own asking. */
const ASK_EVERY_MS = 60 * 60_000;
/** What a reload would take away: a field someone types in, a dialog, a menu. Visits and slips are kept as drafts. */
const IN_HAND = "[role=dialog], [role=menu], input:focus, textarea:focus";
const LOOK_AGAIN_MS = 1_000;

/** Loads the page again as soon as nothing typed would be lost by it. */
function reloadWhenFree(): void {
  if (document.querySelector(IN_HAND) === null) window.location.reload();
  else window.setTimeout(reloadWhenFree, LOOK_AGAIN_MS);
}

/**
 * Keeps the app on the device, says when a newer one has come, and changes over when asked, on all tabs. Without a
 * service worker (an insecure address, a strict browser) everything but starting offline works.
 */
export function NewVersion() {
  const [waiting, setWaiting] = useState<ServiceWorker>();
  const [isChanging, setChanging] = useState(false);
  useEffect(() => {
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return undefined;
    const { serviceWorker } = navigator;
    // The first worker of all takes over a page that had none: nothing newer has come.
    let hadOne = serviceWorker.controller !== null;
    const changed = () => {
      if (hadOne) reloadWhenFree();
      hadOne = true;
    };
    const offer = (registration: ServiceWorkerRegistration) => {
      if (registration.waiting && serviceWorker.controller) setWaiting(registration.waiting);
    };
    const watch = (registration: ServiceWorkerRegistration) => {
      offer(registration);
      registration.addEventListener("updatefound", () => {
        registration.installing?.addEventListener("statechange", () => offer(registration));
      });
    };
    let registration: ServiceWorkerRegistration | undefined;
    const ask = () => void registration?.update().catch(() => undefined);
    const seen = () => document.visibilityState === "visible" && ask();
    serviceWorker.addEventListener("controllerchange", changed);
    document.addEventListener("visibilitychange", seen);
    const timer = window.setInterval(ask, ASK_EVERY_MS);
    serviceWorker
      .register("/sw.js", { scope: "/", updateViaCache: "none" })
      .then((found) => {
        registration = found;
        watch(found);
      })
      .catch(() => undefined);
    return () => {
      serviceWorker.removeEventListener("controllerchange", changed);
      document.removeEventListener("visibilitychange", seen);
      window.clearInterval(timer);
    };
  }, []);
  if (!waiting) return null;
  return (
    <aside className={styles.newer} role="status">
      <span>
        A new version of the app is here.{" "}
        {isChanging && "This tab changes over as soon as nothing is being typed."}
      </span>
      <button
        type="button"
        disabled={isChanging}
        onClick={() => {
          setChanging(true);
          waiting.postMessage({ type: "SKIP_WAITING" });
        }}
      >
        Change over, on all tabs
      </button>
    </aside>
  );
}
