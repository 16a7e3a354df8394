/** What a reading of the survey is called. */
import type { Document } from "../../api/types";
import type { Say, WordId } from "../../words/words";

export const READING = /^survey\.readings\[(\d+)\]$/;

/** What a row of the survey reads, in a few words. */
export function nameOfReading(path: string, readings: readonly Document[], say: Say): string | undefined {
  const number = READING.exec(path)?.[1];
  const one = number === undefined ? undefined : readings[Number(number)];
  if (one === undefined) return undefined;
  const kind = say(`survey.${String(one["kind"])}` as WordId);
  const from = one["from"];
  const what = typeof from === "object" && from !== null ? say("tray.row_wall", { kind, a: String((from as Document)["side"]) })
    : typeof one["to"] === "number" ? say("tray.row_between", { kind, a: String(from), b: one["to"] }) : say("tray.row_corner", { kind, a: String(from) });
  return say("tray.row", { n: Number(number) + 1, what });
}

