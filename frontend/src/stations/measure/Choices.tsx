/** What is asked by drawing it: each choice is a small section of the very place. */
import type { ReactNode } from "react";
import { isThere } from "../../shared/fields/Extras";
import { TapeField } from "../../shared/fields/TapeField";
import { valueAt } from "../../shared/work/document";
import { useWords, type WordId } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { usual } from "../../words/usual";

interface Option<T> {
  value: T;
  label: string;
  drawing: ReactNode;
}

export function DrawnChoice<T extends string | boolean>(props: {
  question: string;
  options: readonly Option<T>[];
  chosen: T;
  onChoose: (value: T) => void;
  children?: ReactNode;
}) {
  return (
    <fieldset className="drawn-choice">
      <legend>{props.question}</legend>
      <div className="options">
        {props.options.map((option) => (
          <button
            key={String(option.value)}
            type="button"
            aria-pressed={option.value === props.chosen}
            onClick={() => props.onChoose(option.value)}
          >
            <svg viewBox="0 0 72 56" aria-hidden="true">
              {option.drawing}
            </svg>
            <span>{option.label}</span>
          </button>
        ))}
      </div>
      {props.children}
    </fieldset>
  );
}

const header = <path className="layer-framing" d="M2 8h16v34H2z" />;
const deck = <path className="layer-finish" d="M0 4h22v4H0z" />;
const stringer = <path className="layer-wood" d="M18 22h20v14h20v14H46L18 40z" />;

/** What the top riser is: the header itself, a fascia on it behind the stringers, or a riser board in front. */
export function HeaderRiserChoice() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const fascia = valueAt(document, "head.fascia") !== undefined;
  const chosen = valueAt(document, "head.riser_board") === true ? "board" : fascia ? "behind" : "own";
  const choose = (value: string) => {
    const { fascia: kept, ...head } = (valueAt(document, "head") ?? {}) as Record<string, unknown>;
    const behind = value === "behind" && { fascia: kept ?? usual(job.units, "head.fascia") };
    keeper.change("head", { ...head, ...behind, riser_board: value === "board" });
  };
  return (
    <DrawnChoice
      question={say("measure.riser_board_ask")}
      chosen={chosen}
      onChoose={choose}
      options={[
        { value: "own", label: say("measure.riser_board_no"), drawing: <>{header}{deck}{stringer}<path className="layer-cut" d="M18 8v14" /></> },
        {
          value: "behind", label: say("measure.riser_board_behind"),
          drawing: <><path className="layer-framing" d="M2 8h12v34H2z" />{deck}{stringer}<path className="layer-finish" d="M14 8h4v34h-4z" /><path className="layer-cut" d="M18 8v14" /></>,
        },
        {
          value: "board", label: say("measure.riser_board_yes"),
          drawing: <>{header}{deck}{stringer}<path className="layer-finish" d="M18 8h4v14h-4z" /><path className="layer-cut" d="M22 8v14" /></>,
        },
      ]}
    >
      {chosen === "behind" && <Sizes fields={[["head.fascia", "field.fascia_thickness"]]} />}
    </DrawnChoice>
  );
}

const heads: Record<string, ReactNode> = {
  hanger: <>{header}{deck}{stringer}<path className="layer-steel" d="M18 36l20 9v4L18 42z" /></>,
  drop_board: <>{header}{deck}<path className="layer-framing" d="M12 42h6v12h-6z" />{stringer}</>,
  ledger: <>{header}{deck}<path className="layer-wood" d="M18 22h20v14h20v14H46L26 42v-6h-8z" /><path className="layer-finish" d="M18 36h8v8h-8z" /></>,
  string: <>{header}{deck}<path className="layer-wood" d="M18 2l44 34v16H44L18 32z" /></>,
  flush: <>{header}<path className="layer-finish" d="M0 4h36v4H0z" /><path className="layer-wood" d="M18 8h20v14h20v14H46L18 26z" /></>,
};

export function HeadChoice() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const kind = valueAt(document, "head.kind");
  const housed = isThere(document, "housed");
  // What holds housed strings is not ours to choose; only whether the top tread lies level with the deck.
  const offered = housed ? ["string", "flush"] : ["hanger", "drop_board", "ledger", "flush"];
  const chosen = kind === "flush" ? "flush" : housed ? "string" : typeof kind === "string" ? kind : "hanger";
  const choose = (answer: string) => {
    const value = answer === "string" ? "hanger" : answer;
    const head = (valueAt(document, "head") ?? {}) as Record<string, unknown>;
    const extra: Record<string, unknown> = {};
    // A drop board and a ledger need their section; these are what is usually at hand, to be measured.
    if (value === "drop_board" && !head["drop_board"])
      extra["drop_board"] = usual(job.units, "head.drop_board");
    if (value === "ledger" && !head["ledger"])
      extra["ledger"] = usual(job.units, "head.ledger");
    keeper.change("head", { ...head, ...extra, kind: value });
  };
  return (
    <DrawnChoice
      question={say("measure.head_ask")}
      chosen={chosen}
      onChoose={choose}
      options={offered.map((value) => ({ value, drawing: heads[value], label: say(`measure.head_${value}` as WordId) }))}
    >
      {chosen === "drop_board" && (
        <Sizes fields={[["head.drop_board.thickness", "field.drop_thickness"], ["head.drop_board.depth", "field.drop_depth"]]} />
      )}
      {chosen === "ledger" && (
        <Sizes fields={[["head.ledger.width", "field.ledger_width"], ["head.ledger.depth", "field.ledger_depth"]]} />
      )}
    </DrawnChoice>
  );
}

const ground = <path className="layer-ground" d="M0 48h72v6H0z" />;
const foot = (notch: boolean) => (
  <path className="layer-wood" d={notch ? "M6 8h18v14h22v18H30v8H20L6 36z" : "M6 8h18v14h22v26H20L6 36z"} />
);
const feet: Record<string, ReactNode> = {
  none: <>{ground}{foot(false)}</>,
  all: <>{ground}{foot(true)}<path className="layer-finish" d="M30 40h16v8H30z" /></>,
  inner: <>{ground}{foot(true)}<path className="layer-theory" d="M30 40h16v8H30z" /></>,
  unnotched: <>{ground}{foot(false)}<path className="layer-finish" d="M46 40h16v8H46z" /></>,
};

export function FootChoice() {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const job = useWork((state) => state.job);
  const say = useWords();
  const kicker = valueAt(document, "kicker") as Record<string, unknown> | null | undefined;
  const notch = kicker ? (kicker["notch"] ?? "all") : "none";
  const chosen = kicker && notch === "none" ? "unnotched" : typeof notch === "string" ? notch : "all";
  const choose = (value: string) => {
    if (value === "none") {
      keeper.change("kicker", null);
      return;
    }
    keeper.change("kicker", { ...usual(job.units, "kicker"), ...(kicker ?? {}), notch: value === "unnotched" ? "none" : value });
  };
  return (
    <DrawnChoice
      question={say("measure.kicker_ask")}
      chosen={chosen}
      onChoose={choose}
      options={Object.entries(feet).map(([value, drawing]) => ({
        value, drawing, label: say(`measure.kicker_${value}` as WordId),
      }))}
    >
      {kicker && (
        <Sizes fields={[["kicker.width", "field.kicker_width"], ["kicker.thickness", "field.kicker_thickness"]]} />
      )}
    </DrawnChoice>
  );
}

function Sizes({ fields }: { fields: readonly (readonly [string, WordId])[] }) {
  const say = useWords();
  return (
    <div className="sizes">
      {fields.map(([path, word]) => (
        <TapeField key={path} path={path} label={say(word)} labelled />
      ))}
    </div>
  );
}
