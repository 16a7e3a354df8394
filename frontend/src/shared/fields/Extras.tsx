/** What a work has besides: each thing is there or it is not; where it is, its sizes and answers are asked for. */
import type { ReactNode } from "react";
import type { Document } from "../../api/types";
import { useWords, type WordId } from "../../words/words";
import { valueAt } from "../work/document";
import { TapeField } from "./TapeField";
import type { WorkState } from "../work/useOpenWork";
import { useWork } from "../work/WorkContext";
import { isUsual, usual } from "../../words/usual";
import { Choice } from "./Choice";

export interface Extra {
  path: string;
  word: WordId;
  fields: readonly (readonly [string, WordId])[];
  /** What it is when it is first said to be there, where that is no usual size. */
  fresh?: (document: Document) => unknown;
  /** What it takes from the work beside its usual sizes. */
  more?: (document: Document) => Document;
  /** Fields that take no length: pitches, lists. */
  plain?: readonly string[];
  switches?: readonly Answers[];
  /** Whether this work can have it. */
  where?: (document: WorkState["document"]) => boolean;
}

export interface Answers {
  path: string;
  word: WordId;
  usual: string;
  answers: readonly (readonly [string, WordId])[];
}

export const sized = (path: string): Extra["fields"] => [[`${path}.thickness`, "extra.thickness"], [`${path}.depth`, "extra.depth"]];

export const isThere = (document: Document, path: string): boolean => {
  const kept = valueAt(document, path);
  return kept !== undefined && kept !== null && kept !== false && !(typeof kept === "string" && /^0\D*$/.test(kept));
};

export function ExtraList({ extras }: { extras: readonly Extra[] }) {
  const units = useWork((state) => state.job.units);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const fresh = (extra: Extra): unknown => {
    if (extra.fresh) return extra.fresh(document);
    const sizes = isUsual(extra.path) ? usual(units, extra.path) : undefined;
    return extra.more ? { ...(sizes as Document), ...extra.more(document) } : sizes;
  };
  return extras.filter((extra) => extra.where?.(document) ?? true).map((extra) => {
    const there = isThere(document, extra.path);
    return (
      <Offered key={extra.path} label={say(extra.word)} there={there} onChange={() => keeper.change(extra.path, there ? undefined : fresh(extra))}>
        {extra.fields.length > 0 && (
          <ul className="field-rows">
            {extra.fields.map(([path, word]) => (
              <li key={path}>
                <TapeField path={path} label={say(word)} labelled plain={extra.plain?.includes(path) ?? false} missing={say("measure.not_known")} />
              </li>
            ))}
          </ul>
        )}
        {extra.switches?.map((one) => <Switch key={one.path} one={one} />)}
      </Offered>
    );
  });
}

function Switch({ one }: { one: Answers }) {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const now = valueAt(document, one.path) ?? one.usual;
  return (
    <p className="extra-switch">
      <span>{say(one.word)}</span>
      <Choice
        label={say(one.word)} chosen={now}
        answers={one.answers.map(([answer, word]) => ({ id: answer, text: say(word) }))}
        onChoose={(answer) => keeper.change(one.path, answer)}
      />
    </p>
  );
}

export function Offered({ label, there, onChange, children }: { label: string; there: boolean; onChange: () => void; children: ReactNode }) {
  return (
    <li>
      <label className="extra-choice">
        <input type="checkbox" checked={there} onChange={onChange} />
        {label}
      </label>
      {there && children}
    </li>
  );
}
