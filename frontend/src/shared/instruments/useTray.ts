/** The instruments' tray: how they stand, what a press comes to, and the readings as they arrive. */
import { useEffect, useRef, useState } from "react";
import { api, Refused } from "../../api/client";
import type { Instrument } from "../../api/types";
import { isRecord, storage } from "../../outbox/storage";
import { tab } from "../../outbox/tabs";
import { usePreferences } from "../../app/preferences";
import { jobFile } from "../work/useOpenWork";
import { useWork } from "../work/WorkContext";

export interface Arrived {
  readonly instrument: Instrument["kind"];
  readonly target: string;
  readonly with: string;
  readonly sends: "service" | "keys";
  readonly value: string;
  readonly started_at: string;
  /** The length itself, without what a tape began at. */
  readonly measured: string;
  readonly tolerance: string;
  readonly shown: string;
  readonly note: string;
}

const AFTER = "tray-after";

/** The number after which readings are new to this tab: kept, so that none is taken twice after a reload. */
const heard = (): number => {
  const [owner, number] = (storage.get(AFTER) ?? "").split(" ");
  return owner === tab() && number ? Number(number) : -1;
};

export function useTray(onArrived: (reading: Arrived) => void) {
  const [instruments, setInstruments] = useState<readonly Instrument[]>([]);
  const [fault, setFault] = useState("");
  const [lost, setLost] = useState(false);
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const document = useWork((state) => state.document);
  const { dialect, fine } = usePreferences();
  const arrived = useRef(onArrived);
  useEffect(() => {
    arrived.current = onArrived;
  });

  useEffect(() => {
    let stream: EventSource | undefined;
    let ended = false;
    const open = async () => {
      const tray = await api.tray();
      if (ended) return;
      setInstruments(tray.instruments);
      if (heard() < 0) storage.set(AFTER, `${tab()} ${tray.last}`);
      stream = new EventSource(`/api/instruments/stream?tray=${tab()}&after=${heard()}`);
      stream.onopen = () => setLost(false);
      stream.onerror = () => setLost(stream?.readyState === EventSource.CLOSED);
      stream.onmessage = (event: MessageEvent<string>) => {
        const number = Number(event.lastEventId);
        const reading: unknown = JSON.parse(event.data);
        if (number <= heard() || !isRecord(reading)) return;
        storage.set(AFTER, `${tab()} ${number}`);
        arrived.current(reading as unknown as Arrived);
      };
    };
    open().catch(() => setLost(true));
    return () => {
      ended = true;
      stream?.close();
    };
  }, []);

  const set = (kind: Instrument["kind"], changed: Parameters<typeof api.setInstrument>[1]) =>
    api.setInstrument(kind, changed).then(
      (tray) => {
        setFault("");
        setInstruments(tray.instruments);
      },
      (error: unknown) => setFault(said(error)),
    );
  const press = (kind: Instrument["kind"], target: string) =>
    api.press(jobFile(job, settled.document, document), { instrument: kind, target, tray: tab() }, { dialect, fine }).then(
      (tray) => {
        setLost(false);
        setFault(tray.fault ?? "");
        setInstruments(tray.instruments);
      },
      (error: unknown) => (error instanceof Refused ? setFault(said(error)) : setLost(true)),
    );
  return { instruments, fault, lost, set, press };
}

const said = (error: unknown): string => (error instanceof Refused ? (error.problem.errors[0]?.sentence ?? error.problem.title) : String(error));
