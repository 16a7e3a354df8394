/** Which boards are cut, ticked on this device. A board is known by what lies in it, so that a changed plan starts anew. */
import { useState } from "react";
import type { CutBoard } from "../../api/types";

const keyOf = (board: CutBoard): string => `${board.length.mm.toFixed(0)}:${board.laid.map((one) => `${one.id}@${one.start.toFixed(1)}-${one.stop.toFixed(1)}`).join(",")}`;

export function useTicks(workId: string) {
  const place = `cut:${workId}`;
  const [ticked, setTicked] = useState<readonly string[]>(() => {
    try {
      return JSON.parse(localStorage.getItem(place) ?? "[]") as string[];
    } catch {
      return [];
    }
  });
  const toggle = (board: CutBoard) => {
    const key = keyOf(board);
    const next = ticked.includes(key) ? ticked.filter((one) => one !== key) : [...ticked, key];
    localStorage.setItem(place, JSON.stringify(next));
    setTicked(next);
  };
  return { done: (board: CutBoard) => ticked.includes(keyOf(board)), toggle };
}
