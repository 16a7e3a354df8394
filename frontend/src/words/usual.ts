/** Usual sizes by the key they stand under: what a thing is given when it is first said to be there, to be measured. */
import type { Units } from "../api/types";
import sizes from "./generated/usual.json";

export type UsualKey = keyof (typeof sizes)["metric"];

export const usual = <Key extends UsualKey>(units: Units, key: Key): (typeof sizes)["metric"][Key] => sizes[units][key];

export const isUsual = (key: string): key is UsualKey => key in sizes.metric;
