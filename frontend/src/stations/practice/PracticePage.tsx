/** Practice: a made-up piece without its numbers, worked out by hand and checked on the same tape. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { api, Refused } from "../../api/client";
import type { Practice, School, Units } from "../../api/types";
import { PageTop } from "../../app/Bar";
import { usePreferences } from "../../app/preferences";
import { LevelSign } from "../../shared/LevelSign";
import { TapeText } from "../../shared/TapeText";
import { TypedField } from "../../shared/fields/TypedField";
import { useWords } from "../../words/words";
import { Road } from "../workout/WorkingPanel";
import "./practice.css";
import { Choice } from "../../shared/fields/Choice";

const SCHOOLS = ["stairs", "rafters", "hips"] as const;
const UNITS = ["imperial", "metric"] as const;

export function PracticePage() {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const [query] = useSearchParams();
  const [ask, setAsk] = useState<{ school: School; units: Units; seed: number }>({ school: "stairs", units: "imperial", seed: Number(query.get("seed")) || 0 });
  const piece = useQuery({
    queryKey: ["practice", ask, dialect, fine],
    queryFn: ({ signal }) => api.practice(ask, { dialect, fine }, signal),
    staleTime: Infinity,
    gcTime: 0,
  });
  const another = () => setAsk((before) => ({ ...before, seed: 0 }));
  return (
    <div className="frame benched">
      <PageTop title={say("practice.title")} />
      <main className="stage practice-page" aria-busy={piece.isPending}>
        <p className="quiet">{say("practice.say")}</p>
        <div className="practice-choice">
          <Choice
            label={say("practice.school")} chosen={ask.school}
            answers={SCHOOLS.map((id) => ({ id, text: <TapeText text={say(`practice.${id}`)} /> }))}
            onChoose={(school) => setAsk({ ...ask, school, seed: 0 })}
          />
          <Choice
            label={say("practice.tape")} chosen={ask.units}
            answers={UNITS.map((id) => ({ id, text: <TapeText text={say(`practice.${id}`)} /> }))}
            onChoose={(units) => setAsk({ ...ask, units, seed: 0 })}
          />
        </div>
        {piece.isError && <p className="said error" role="alert">{say("app.failed")}</p>}
        {piece.data && <Asked key={`${piece.data.school}/${piece.data.seed}`} piece={piece.data} units={ask.units} />}
        <button type="button" className="another" onClick={() => { another(); void piece.refetch(); }}>
          {say("practice.another")}
        </button>
        {piece.data && <Progress key={`${piece.data.school}/${piece.data.seed}`} piece={piece.data} units={ask.units} />}
      </main>
    </div>
  );
}

function Asked({ piece, units }: { piece: Practice; units: Units }) {
  const say = useWords();
  return (
    <>
      <section className="given">
        <h2>{say("practice.given")}</h2>
        <ul>
          {piece.given.map((line) => (
            <li key={line}>
              <TapeText text={line} />
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2>{say("practice.asked")}</h2>
        <ol className="questions">
          {piece.questions.map((question) => (
            <Question key={question.fact} piece={piece} units={units} fact={question.fact} label={question.label} />
          ))}
        </ol>
      </section>
    </>
  );
}

function Question({ piece, units, fact, label }: { piece: Practice; units: Units; fact: string; label: string }) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const queries = useQueryClient();
  const [typed, setTyped] = useState("");
  const check = useMutation({
    mutationFn: (answer: string) => api.practiceAnswer({ school: piece.school, units, seed: piece.seed, question: fact, answer }, { dialect, fine }),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ["practice-progress"] }),
  });
  const wrong = check.error instanceof Refused ? (check.error.problem.errors[0]?.sentence ?? check.error.problem.detail) : undefined;
  const answered = check.data;
  return (
    <li>
      <TypedField
        label={label} value={typed} wide error={wrong ?? (check.isError ? say("app.offline") : undefined)}
        onCommit={(text) => {
          setTyped(text);
          if (text) check.mutate(text);
        }}
      />
      {answered && (
        <div className="answered" role="status">
          <p>
            <LevelSign level={answered.good ? "ok" : "look"} /> <TapeText text={answered.said} />
          </p>
          <details>
            <summary>{say("practice.why")}</summary>
            <Road title={say("work_out.first_road")} lines={answered.working.first} />
            <Road title={say("work_out.second_road")} lines={answered.working.second} />
          </details>
        </div>
      )}
    </li>
  );
}

function Progress({ piece, units }: { piece: Practice; units: Units }) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  // Asked again after every answer, of the same piece, so that its count is the newest.
  const now = useQuery({
    queryKey: ["practice-progress", piece.school, piece.seed, units, dialect, fine],
    queryFn: ({ signal }) => api.practice({ school: piece.school, units, seed: piece.seed }, { dialect, fine }, signal),
    initialData: piece,
  });
  const rows = now.data.progress.filter((one) => one.school === piece.school);
  if (rows.length === 0) return null;
  return (
    <section>
      <h2>{say("practice.progress")}</h2>
      <ul className="practice-progress">
        {rows.map((one) => (
          <li key={one.question}>
            <span>
              <TapeText text={one.label} />
            </span>
            <b>{say("practice.of", { good: one.good, tried: one.tried })}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}
