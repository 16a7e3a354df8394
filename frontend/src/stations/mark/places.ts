/** Where one is on each piece of a work: on this device at once, and in the store for the others. */
import { useCallback, useEffect, useRef, useState } from "react";
import { api } from "../../api/client";
import type { Board } from "../../api/types";
import { isRecord, parsed, storage } from "../../outbox/storage";

const key = (work: string): string => `places:${work}`;

interface Place {
  stop: string;
  /** Whether the store has it. */
  sent: boolean;
  /** Whether it was gone to on this very page. */
  here?: boolean;
}

function read(work: string): Record<string, Place> {
  const kept = parsed(key(work));
  if (!isRecord(kept)) return {};
  return Object.fromEntries(
    Object.entries(kept).flatMap(([piece, one]) => (isRecord(one) && typeof one["stop"] === "string" ? [[piece, { stop: one["stop"], sent: one["sent"] === true }]] : [])),
  );
}

interface Placed {
  /** The number of the open stop. */
  open: number;
  /** By steps, not to a place: two quick presses are two steps, whatever has been drawn between them. */
  go: (to: (from: number) => number) => void;
}

/** The open stop of the board on the horses; `elsewhere` is where the store says each piece was left. */
export function usePlace(work: string, board: Board | undefined, elsewhere: Readonly<Record<string, string>>, asked: number | null): Placed {
  const [places, setPlaces] = useState(() => read(work));
  const [first] = useState(asked);
  const piece = board?.id ?? "";
  const stops = board?.stops;
  const kept = places[piece];
  // What this device did not get through to the store yet stands; else where the piece was left, on whichever device.
  const left = kept && (!kept.sent || kept.here) ? kept.stop : (elsewhere[piece] ?? kept?.stop);
  const found = stops?.findIndex((stop) => stop.id === left) ?? -1;
  const last = (stops?.length ?? 1) - 1;
  const open = Math.max(0, Math.min(found >= 0 ? found : (first ?? 0), last));
  const now = useRef(open);
  useEffect(() => {
    now.current = open;
  }, [open, piece]);
  const go = useCallback(
    (to: (from: number) => number) => {
      if (!stops) return;
      const next = Math.max(0, Math.min(last, to(now.current)));
      now.current = next;
      const stop = stops[next]?.id;
      if (stop === undefined) return;
      const keep = (sent: boolean) =>
        setPlaces((before) => {
          if (sent && before[piece]?.stop !== stop) return before;
          const after = { ...before, [piece]: { stop, sent, here: true } };
          storage.set(key(work), JSON.stringify(after));
          return after;
        });
      keep(false);
      // The latest place takes the place of one that is not on its way yet.
      api.place(work, piece, stop).then(() => keep(true), () => undefined);
    },
    [stops, last, piece, work],
  );
  return { open, go };
}
