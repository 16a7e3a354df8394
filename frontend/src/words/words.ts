/** Interface words in the user's dialect; the catalogues are written by `./easy-notch schema` from one source. */
import { createContext, useContext } from "react";
import au from "./generated/australia_new_zealand.json";
import gb from "./generated/britain_ireland.json";
import na from "./generated/north_america.json";

export type WordId = keyof typeof na;
export type Dialect = "north_america" | "britain_ireland" | "australia_new_zealand";

const catalogues: Record<Dialect, Record<WordId, string>> = {
  north_america: na,
  britain_ireland: gb,
  australia_new_zealand: au,
};

export type Say = (id: WordId, values?: Record<string, string | number>) => string;

export function wordsOf(dialect: Dialect): Say {
  const catalogue = catalogues[dialect];
  return (id, values = {}) => {
    return catalogue[id].replace(/\{([a-z_]+)\}/g, (slot, name: string) => String(values[name] ?? slot));
  };
}

export const WordsContext = createContext<Say>(wordsOf("north_america"));
export const useWords = (): Say => useContext(WordsContext);
