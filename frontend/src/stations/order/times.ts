/** Local times of a plan as they are read: the server says when, the browser in which words. */
export const dayOf = (at: string): string => at.slice(0, 10);
export const clock = (at: string): string => new Date(at).toLocaleTimeString([], { hour: "numeric", minute: "2-digit" });
/** A day by itself, at noon so that no time zone moves it. */
export const dayName = (day: string, weekday: "long" | "short" = "long"): string =>
  new Date(`${dayOf(day)}T12:00`).toLocaleDateString([], { weekday, day: "numeric", month: weekday === "long" ? "long" : "short" });
export const weekdayName = (number: number): string => new Date(2024, 0, 1 + number, 12).toLocaleDateString([], { weekday: "short" });
/** The day here, as the server is told it. */
export const today = (): string => {
  const now = new Date();
  const two = (part: number) => String(part).padStart(2, "0");
  return `${String(now.getFullYear())}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};
