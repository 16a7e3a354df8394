/** Boards on hand: typed, taken in from a table, with the defects no piece may meet. */
import { useState } from "react";
import { api, Refused } from "../../api/client";
import type { CutPlan, RackBoard, Units } from "../../api/types";
import { Figure, TapeText } from "../../shared/TapeText";
import { FileChoice } from "../../shared/fields/FileChoice";
import { TypedField } from "../../shared/fields/TypedField";
import { useWords } from "../../words/words";
import type { usePlan } from "./usePlan";

const SIZES = ["thickness", "depth", "length"] as const;
const SIGHTED = ["", "straight", "crooked"] as const;
type Sighted = RackBoard["sighted"];
type Sizes = Record<(typeof SIZES)[number], string>;

export function Rack({ plan, plans, units }: { plan: CutPlan; plans: ReturnType<typeof usePlan>; units: Units }) {
  const say = useWords();
  const [typed, setTyped] = useState<Sizes>({ thickness: "", depth: "", length: "" });
  const [count, setCount] = useState("1");
  const [sighted, setSighted] = useState<Sighted>("");
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState("");
  const trying = async (change: () => Promise<unknown>, where = "") => {
    setErrors({});
    setWrong(where);
    try {
      await change();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const told = error.problem.errors;
      setErrors(told.length > 0 ? Object.fromEntries(told.map((one) => [one.path, one.sentence])) : { all: error.message });
      return;
    }
    await plans.act(() => Promise.resolve(), true);
  };
  const add = () => trying(() => api.addToRack({ ...typed, count: /^\d+$/.test(count) ? Number(count) : 0, note: "", sighted }, units));
  const read = async (file: File) => {
    await api.rackTable(file, units);
    await plans.act(() => Promise.resolve(), true);
    return undefined;
  };
  return (
    <div className="rack">
      <p className="quiet">{say("rack.say")}</p>
      <div className="rack-add">
        {SIZES.map((size) => (
          <TypedField key={size} label={say(`rack.${size}`)} value={typed[size]} error={errors[size]} onCommit={(text) => setTyped((old) => ({ ...old, [size]: text }))} />
        ))}
        <TypedField label={say("rack.count")} value={count} error={errors["count"]} onCommit={setCount} />
        <Along sighted={sighted} onChange={setSighted} />
        <button type="button" className="start-here" onClick={() => void add()}>{say("rack.add")}</button>
      </div>
      <p className="rack-tables">
        <FileChoice label={say("rack.read")} accept=".csv,text/csv" onFile={read} />
        <a href="/api/rack/csv" download="stock.csv">{say("rack.write")}</a>
      </p>
      {errors["all"] && <p role="alert" className="said error">{errors["all"]}</p>}
      {plan.rack.length === 0 && <p>{say("rack.empty")}</p>}
      <ul className="rack-boards">
        {plan.rack.map((board) => (
          <OnHand key={board.id} board={board} onChange={(defects, sighted) => trying(() => api.rackBoard(board.id, { defects, note: board.note, sighted }, units), board.id)} onGone={() => trying(() => api.offRack(board.id, units))} error={wrong === board.id ? Object.entries(errors).find(([path]) => path.startsWith("defects"))?.[1] : undefined} />
        ))}
      </ul>
    </div>
  );
}

interface OnHandProps {
  board: RackBoard;
  error: string | undefined;
  onChange: (defects: [string, string][], sighted: Sighted) => Promise<void>;
  onGone: () => Promise<void>;
}

function OnHand({ board, error, onChange, onGone }: OnHandProps) {
  const say = useWords();
  const kept = board.defects.map(([from, to]) => `${from.text} to ${to.text}`).join("; ");
  const pairsOf = (text: string) =>
    text.split(";").map((one) => one.trim()).filter(Boolean).map((one): [string, string] => {
      const [from = "", to = ""] = one.split(/\bto\b|–/).map((end) => end.trim());
      return [from, to];
    });
  return (
    <li>
      <span><b><TapeText text={board.section} /></b> <Figure value={board.length} /> <small className="quiet">{board.origin}{board.note && `, ${board.note}`}</small></span>
      <svg className="rack-drawn" viewBox={`0 0 ${board.length.mm} 60`} preserveAspectRatio="none" aria-hidden="true">
        <rect className="layer-wood" x={0} y={0} width={board.length.mm} height={60} vectorEffect="non-scaling-stroke" />
        {board.defects.map(([from, to], at) => <rect key={at} className="layer-cut" x={from.mm} y={0} width={to.mm - from.mm} height={60} vectorEffect="non-scaling-stroke" />)}
      </svg>
      <TypedField label={say("rack.defects")} value={kept} error={error} wide placeholder={say("rack.no_defects")} onCommit={(text) => void onChange(pairsOf(text), board.sighted)} />
      <Along sighted={board.sighted} onChange={(found) => void onChange(board.defects.map(([from, to]) => [`${String(from.mm)} mm`, `${String(to.mm)} mm`]), found)} />
      <button type="button" onClick={() => void onGone()}>{say("rack.gone")}</button>
    </li>
  );
}

/** What was found when a board was sighted along. */
function Along({ sighted, onChange }: { sighted: Sighted; onChange: (found: Sighted) => void }) {
  const say = useWords();
  return (
    <span className="typed-field rack-sighted">
      <label>
        {say("rack.sighted")}
        <select value={sighted} onChange={(event) => onChange(SIGHTED.find((one) => one === event.target.value) ?? "")}>
          {SIGHTED.map((one) => <option key={one} value={one}>{say(`rack.sighted_${one === "" ? "not" : one}`)}</option>)}
        </select>
      </label>
    </span>
  );
}
