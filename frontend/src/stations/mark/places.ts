/** Where one is on each piece of a work, remembered on this device across reloads and locks. */

const key = (work: string): string => `places:${work}`;

export function readPlaces(work: string): Record<string, number> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(work)) ?? "{}");
    if (typeof kept !== "object" || kept === null) return {};
    return Object.fromEntries(Object.entries(kept).filter((entry): entry is [string, number] => typeof entry[1] === "number"));
  } catch {
    return {};
  }
}

export function keepPlaces(work: string, places: Record<string, number>): void {
  localStorage.setItem(key(work), JSON.stringify(places));
}
