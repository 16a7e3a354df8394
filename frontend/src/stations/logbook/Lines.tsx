/** Lines of a logbook, day by day: when, what, and by whom. */
import Button from "@mui/material/Button";
import Chip from "@mui/material/Chip";
import type { LogLine } from "../../api/types";
import { TapeText } from "../../shared/TapeText";
import { useWords, type WordId } from "../../words/words";

interface Props {
  lines: readonly LogLine[];
  onCorrect: (line: { number: number; text: string }) => void;
}

export function Lines({ lines, onCorrect }: Props) {
  const say = useWords();
  if (lines.length === 0) return <p className="quiet">{say("log.none")}</p>;
  const days = new Map<string, LogLine[]>();
  for (const line of lines) {
    const day = new Date(line.at).toLocaleDateString([], { weekday: "long", day: "numeric", month: "long", year: "numeric" });
    days.set(day, [...(days.get(day) ?? []), line]);
  }
  return [...days].map(([day, found]) => (
    <section key={day} className="logbook-day">
      <h2>{day}</h2>
      <ol>
        {found.map((line) => (
          <li key={line.key} id={line.key} className={line.corrected === null ? "" : "corrected"}>
            <time dateTime={line.at}>{new Date(line.at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}</time>
            <div>
              <p>
                {line.corrects !== null && <b>{say("log.corrects")}: </b>}
                <TapeText text={line.text || "…"} />
              </p>
              {line.picture && (
                <a href={line.picture.address} target="_blank" rel="noreferrer">
                  <img src={`${line.picture.address}?size=small`} alt={line.text || say("log.kind_picture")} loading="lazy" width={line.picture.width} height={line.picture.height} />
                </a>
              )}
              <p className="logbook-by">
                <Chip size="small" variant="outlined" label={say(`log.kind_${line.kind}` as WordId)} />
                {[line.work, line.role, line.device].filter((one) => one !== "").join(" · ")}
                {line.corrected !== null && <span> {say("log.corrected")}</span>}
                {line.kind === "note" && line.corrected === null && (
                  <Button size="small" onClick={() => onCorrect({ number: line.number, text: line.text })}>{say("log.correct")}</Button>
                )}
              </p>
            </div>
          </li>
        ))}
      </ol>
    </section>
  ));
}
