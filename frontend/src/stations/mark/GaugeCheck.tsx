/** What is really clamped on the square, or where the first mark really came: what that does, and how to absorb it. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, Refused } from "../../api/client";
import type { Stop } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { LevelSign } from "../../shared/LevelSign";
import { TapeText } from "../../shared/TapeText";
import { TypedField } from "../../shared/fields/TypedField";
import { jobFile } from "../../shared/work/useOpenWork";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

export interface Clamped {
  tongue: string;
  body: string;
  first: string;
}

export function GaugeCheck({ piece, stop }: { piece: string; stop: Stop }) {
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useWork((state) => state.document);
  const [typed, setTyped] = useState<Clamped>({ tongue: "", body: "", first: "" });
  const check = useMutation({
    mutationFn: (read: Clamped) =>
      api.gaugeCheck(jobFile(job, settled.document, shown), { piece, stop: stop.id, ...read }, { dialect, fine }),
  });
  const fields = [...(stop.square ? (["tongue", "body"] as const) : []), ...(stop.at !== null ? (["first"] as const) : [])];
  const errors = check.error instanceof Refused ? check.error.problem.errors : [];
  if (fields.length === 0 || stop.kind === "jig") return null;
  const change = (field: keyof Clamped, text: string) => {
    const next = { ...typed, [field]: text };
    setTyped(next);
    check.mutate(next);
  };
  return (
    <details className="gauge-check">
      <summary>{say("mark.gauge")}</summary>
      <p className="quiet">{say("mark.gauge_say")}</p>
      {fields.map((field) => (
        <TypedField
          key={field} label={say(`mark.gauge_${field}`)} value={typed[field]}
          error={errors.find((one) => one.path === field)?.sentence} onCommit={(text) => change(field, text)}
        />
      ))}
      {check.isError && errors.length === 0 && <p className="said error" role="alert">{say("app.offline")}</p>}
      <ul className="gauge-rows" aria-live="polite">
        {(check.data?.rows ?? []).map((row) => (
          <li key={row.id}>
            <LevelSign level={row.level} />
            <span>
              <TapeText text={row.text} />
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
