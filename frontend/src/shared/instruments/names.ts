/** What a reading of the survey is called. */
import type { Document } from "../../api/types";
import type { Say, WordId } from "../../words/words";

const SIDES: readonly unknown[] = ["first", "second_end", "second", "first_end"];
/** A side's number: a rectangle's are told by name. */
const sideNumber = (side: unknown): number => (typeof side === "number" ? side : SIDES.indexOf(side) + 1);

export const READING = /^survey\.readings\[(\d+)\]$/;

/** What a row of the survey reads, in a few words. */
export function nameOfReading(path: string, readings: readonly Document[], say: Say): string | undefined {
  const number = READING.exec(path)?.[1];
  const one = number === undefined ? undefined : readings[Number(number)];
  if (one === undefined) return undefined;
  const kind = say(`survey.${String(one["kind"])}` as WordId);
  const from = one["from"];
  const what = typeof from === "object" && from !== null ? say("tray.row_wall", { kind, a: sideNumber((from as Document)["side"]) })
    : typeof one["to"] === "number" ? say("tray.row_between", { kind, a: String(from), b: one["to"] }) : say("tray.row_corner", { kind, a: String(from) });
  return say("tray.row", { n: Number(number) + 1, what });
}

