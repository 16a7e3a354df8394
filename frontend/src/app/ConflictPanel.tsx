/** Two versions of a work side by side, field by field, to choose from. */
import Button from "@mui/material/Button";
import { useState } from "react";
import { typeset } from "../shared/typeset";
import { useWords } from "../words/words";
import { useWork } from "../shared/work/WorkContext";

type Side = "mine" | "kept";

export function ConflictPanel() {
  const desk = useWork((state) => state.desk);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const { conflict, waiting } = desk;
  const [chosen, setChosen] = useState<Readonly<Record<string, Side>>>({});
  const sideOf = (path: string): Side => chosen[path] ?? (conflict.find((row) => row.path === path)?.mine_changed ? "mine" : "kept");
  const isMine = (changed: string): boolean => {
    const rows = conflict.filter((row) => row.path === changed || row.path.startsWith(`${changed}.`) || changed.startsWith(`${row.path}[`));
    return rows.length === 0 || rows.some((row) => row.mine_changed && sideOf(row.path) === "mine");
  };
  return (
    <section className="conflict" role="alertdialog" aria-labelledby="conflict-title">
      <h2 id="conflict-title">{say("app.stale")}</h2>
      <p>{say("app.stale_say")}</p>
      <table>
        <thead>
          <tr>
            <th scope="col">{say("app.stale_field")}</th>
            <th scope="col">{say("app.stale_mine")}</th>
            <th scope="col">{say("app.stale_theirs")}</th>
          </tr>
        </thead>
        <tbody>
          {conflict.map((row) => (
            <tr key={row.path}>
              <th scope="row">{row.label}</th>
              {(["mine", "kept"] as const).map((side) => (
                <td key={side}>
                  <label className={sideOf(row.path) === side ? "taken" : ""}>
                    <input
                      type="radio"
                      name={row.path}
                      checked={sideOf(row.path) === side}
                      disabled={side === "mine" && !row.mine_changed}
                      onChange={() => setChosen({ ...chosen, [row.path]: side })}
                    />
                    {typeset(row[side])}
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Button variant="contained" disabled={waiting.length === 0} onClick={() => keeper.resolve(isMine)}>
        {say("app.stale_use")}
      </Button>
    </section>
  );
}
