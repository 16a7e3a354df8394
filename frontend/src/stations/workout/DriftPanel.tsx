/** What stepping off with one setting does over the flight, drawn before it is cut. */
import type { Drift } from "../../api/types";
import { TapeField } from "../../shared/fields/TapeField";
import { Figure, TapeText } from "../../shared/TapeText";
import { typeset } from "../../shared/typeset";
import { useWords } from "../../words/words";

export function DriftPanel({ drift }: { drift: Drift }) {
  const say = useWords();
  return (
    <section className={`drift ${drift.level}`} aria-labelledby="drift-title">
      <div className="drift-words">
        <h2 id="drift-title">
          {say("work_out.drift_title")}{" "}
          <TapeField path="gauge" label={say("field.gauge")} missing={drift.gauge.text} />{" "}
          {say("work_out.drift_on")}
        </h2>
        <p>
          <TapeText text={drift.text} />. {say("work_out.drift_marks")}
        </p>
        <p className="drift-pair">
          <span>
            {say("work_out.drift_each")} <Figure value={drift.each} />
          </span>
          <span>
            {say("work_out.drift_last")} <Figure value={drift.last} />
          </span>
        </p>
      </div>
      <Creep drift={drift} />
    </section>
  );
}

const WIDTH = 300;
const HEIGHT = 116;

/** The error after each step as bars from the true line, scaled to be seen. */
function Creep({ drift }: { drift: Drift }) {
  const say = useWords();
  const largest = Math.max(...drift.creep.map(Math.abs), 0.001);
  const base = drift.total.mm >= 0 ? HEIGHT - 26 : 26;
  const scale = (HEIGHT - 58) / largest;
  const step = (WIDTH - 20) / drift.creep.length;
  const bar = Math.min(12, step * 0.5);
  return (
    <svg className="creep" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={say("work_out.drift_picture", { times: Math.round(scale) })}>
      <line x1="0" x2={WIDTH} y1={base} y2={base} className="true-line" />
      {drift.creep.map((error, i) => {
        const height = Math.abs(error) < 1e-9 ? 0 : error * scale;
        const x = 10 + step * (i + 0.5);
        return (
          <g key={i}>
            <rect className="bar-creep" x={x - bar / 2} width={bar} y={height > 0 ? base - height : base} height={Math.abs(height)} />
            {(drift.creep.length <= 12 || i % 2 === 0) && (
              <text x={x} y={drift.total.mm >= 0 ? base + 17 : base - 7} textAnchor="middle">
                {i + 1}
              </text>
            )}
          </g>
        );
      })}
      <text className="creep-total" x={WIDTH - 4} textAnchor="end" y={drift.total.mm >= 0 ? 15 : HEIGHT - 4}>
        {drift.total.mm > 0 ? "+" : ""}
        {typeset(drift.total.text)}
      </text>
    </svg>
  );
}
