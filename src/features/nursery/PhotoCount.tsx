"use client";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import styles from "./Nursery.module.css";

/** Counting on a photo that is looked at once and never kept: a tap for each, the last taken back. */
export function PhotoCount({ onCount }: { readonly onCount: (count: number) => void }) {
  const [url, setUrl] = useState<string>();
  const [marks, setMarks] = useState<readonly (readonly [number, number])[]>([]);
  useEffect(
    () => () => {
      if (url) URL.revokeObjectURL(url);
    },
    [url],
  );
  return (
    <div className={styles.photo}>
      <Button component="label" size="small">
        count on a photo
        <input
          type="file"
          accept="image/*"
          className="visually-hidden"
          onChange={({ target }) => {
            const file = target.files?.[0];
            if (!file) return;
            setUrl(URL.createObjectURL(file));
            setMarks([]);
            target.value = "";
          }}
        />
      </Button>
      {url && (
        <>
          <button
            type="button"
            className={styles.picture}
            aria-label={`Tap each one; ${marks.length} counted`}
            onClick={({ currentTarget, clientX, clientY, detail }) => {
              if (detail === 0) return;
              const box = currentTarget.getBoundingClientRect();
              setMarks((before) => [
                ...before,
                [(clientX - box.left) / box.width, (clientY - box.top) / box.height],
              ]);
            }}
          >
            {/* eslint-disable-next-line @next/next/no-img-element -- a file of this moment, shown from memory: no image service could make it smaller */}
            <img src={url} alt="" />
            {marks.map(([x, y], at) => (
              <i key={at} style={{ left: `${100 * x}%`, top: `${100 * y}%` }} />
            ))}
          </button>
          <p>
            <b>{marks.length}</b> counted.{" "}
            <Button
              size="small"
              disabled={marks.length === 0}
              onClick={() => setMarks((before) => before.slice(0, -1))}
            >
              not the last
            </Button>
            <Button
              size="small"
              variant="outlined"
              onClick={() => {
                onCount(marks.length);
                setUrl(undefined);
              }}
            >
              take this count
            </Button>{" "}
            <span className={styles.quiet}>The photo is not kept.</span>
          </p>
        </>
      )}
    </div>
  );
}
