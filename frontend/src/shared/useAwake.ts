/** Keeps the screen awake where the browser allows it; over plain http on a network it does not, and that is told. */
import { useEffect } from "react";

export const canStayAwake = (): boolean => "wakeLock" in navigator;

export function useAwake(): void {
  useEffect(() => {
    if (!canStayAwake()) return;
    let held: WakeLockSentinel | undefined;
    let gone = false;
    const hold = () => {
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock.request("screen").then(
        (lock) => {
          if (gone) void lock.release();
          else held = lock;
        },
        () => undefined, // a phone low on power may refuse; the screen then sleeps as it always does
      );
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", hold);
      void held?.release();
    };
  }, []);
}
