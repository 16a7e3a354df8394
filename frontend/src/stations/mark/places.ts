/** Where one is on each piece of a work: on this device at once, and in the store for the others. */
import { useCallback, useEffect, useRef, useState } from "react";
import { api } from "../../api/client";
import type { Board } from "../../api/types";

const key = (work: string): string => `places:${work}`;

interface Place {
  stop: string;
  /** Whether the store has it. */
  sent: boolean;
  /** Whether it was gone to on this very page. */
  here?: boolean;
}

function read(work: string): Record<string, Place> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(work)) ?? "{}");
    if (typeof kept !== "object" || kept === null) return {};
    return Object.fromEntries(
      Object.entries(kept as Record<string, unknown>).filter(
        (entry): entry is [string, Place] => typeof entry[1] === "object" && entry[1] !== null && typeof (entry[1] as Place).stop === "string",
      ).map(([piece, { stop, sent }]) => [piece, { stop, sent }]),
    );
  } catch {
    return {};
  }
}

/** Places go to the store one after the other, the latest last: two quick steps must not overtake each other on the way. */
class Sender {
  private busy = false;
  private next: (() => void) | null = null;

  send(work: string, piece: string, stop: string, kept: () => void): void {
    if (this.busy) {
      this.next = () => this.send(work, piece, stop, kept);
      return;
    }
    this.busy = true;
    const done = () => {
      const { next } = this;
      this.busy = false;
      this.next = null;
      next?.();
    };
    api.place(work, piece, stop).then(kept, () => undefined).then(done, done);
  }
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
  const [sender] = useState(() => new Sender());
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
          localStorage.setItem(key(work), JSON.stringify(after));
          return after;
        });
      keep(false);
      sender.send(work, piece, stop, () => keep(true));
    },
    [stops, last, piece, work, sender],
  );
  return { open, go };
}
