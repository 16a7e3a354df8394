/** What else the roof has: lookouts and barges at the gables, collar ties, blocks. Each is there or it is not. */
import { valueAt } from "../../shared/document";
import { TapeField } from "../../shared/TapeField";
import type { WorkState } from "../../shared/useWork";
import { useWords, type WordId } from "../../words/words";

interface Extra {
  path: string;
  word: WordId;
  fields: readonly (readonly [string, WordId])[];
  fresh: (metric: boolean) => unknown;
}

const section = (metric: boolean, depth: number) =>
  metric ? { thickness: "45 mm", depth: `${depth} mm` } : { thickness: '1 1/2"', depth: depth > 150 ? '7 1/4"' : '5 1/2"' };

const extras: readonly Extra[] = [
  {
    path: "gable.barge", word: "extra.barge", fields: [["gable.barge.thickness", "extra.thickness"], ["gable.barge.depth", "extra.depth"]],
    fresh: (metric) => section(metric, 140),
  },
  { path: "gable.lookout", word: "extra.lookout", fields: [["gable.lookout", "extra.lookout_thickness"]], fresh: (metric) => (metric ? "38 mm" : '1 1/2"') },
  {
    path: "collar", word: "extra.collar",
    fields: [["collar.height", "extra.collar_height"], ["collar.thickness", "extra.thickness"], ["collar.depth", "extra.depth"]],
    fresh: (metric) => ({ ...section(metric, 140), height: metric ? "500 mm" : "20\"" }),
  },
  {
    path: "blocking", word: "extra.blocking", fields: [["blocking.thickness", "extra.thickness"], ["blocking.depth", "extra.depth"]],
    fresh: (metric) => ({ ...section(metric, 170), kind: "plumb" }),
  },
];

export function RoofExtras({ state }: { state: WorkState }) {
  const say = useWords();
  const metric = state.job.units === "metric";
  return (
    <section aria-labelledby="extras-title">
      <h2 id="extras-title">{say("extra.title")}</h2>
      <ul className="extras">
        {extras.map((extra) => {
          const kept = valueAt(state.document, extra.path);
          const there = kept !== undefined && kept !== null && !(typeof kept === "string" && /^0\D*$/.test(kept));
          return (
            <li key={extra.path}>
              <label className="extra-choice">
                <input
                  type="checkbox" checked={there}
                  onChange={() => state.keeper.change(extra.path, there ? undefined : extra.fresh(metric))}
                />
                {say(extra.word)}
              </label>
              {there && (
                <ul className="field-rows">
                  {extra.fields.map(([path, word]) => (
                    <li key={path}>
                      <TapeField state={state} path={path} label={say(word)} labelled />
                    </li>
                  ))}
                </ul>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
