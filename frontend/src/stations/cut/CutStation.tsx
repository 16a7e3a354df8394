/** Cut, for a flight: the plain cut list. */
import { useNavigate } from "react-router";
import { api } from "../../api/client";
import { Figure, TapeText } from "../../shared/TapeText";
import { useAside } from "../../shared/useAside";
import type { WorkState } from "../../shared/useWork";
import { useWords } from "../../words/words";
import "./cut.css";

export function CutStation({ state }: { state: WorkState }) {
  const say = useWords();
  const navigate = useNavigate();
  const { data: stair } = useAside(state, "stair", api.stair);
  if (!stair) return <p className="quiet" role="status">{say("app.loading")}</p>;
  return (
    <section className="station cut-list">
      <h2>{say("stair.cut_list")}</h2>
      <p>{say("stair.cut_say")}</p>
      <table>
        <thead>
          <tr>
            {(["stair.piece", "stair.count", "stair.section", "stair.length"] as const).map((word) => <th key={word} scope="col">{say(word)}</th>)}
          </tr>
        </thead>
        <tbody>
          {stair.cut_list.map((row) => (
            <tr key={row.id}>
              <th scope="row">
                <button type="button" onClick={() => { state.piece(row.id); void navigate(`/work/${state.work.id}/mark`); }}>{row.title}</button>
              </th>
              <td className="figure">{row.count}</td>
              <td className="figure"><TapeText text={row.section} /></td>
              <td><b><Figure value={row.length} /></b> <small>{row.ends}</small></td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
