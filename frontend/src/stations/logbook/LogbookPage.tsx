/** A job's logbook: what happened and what was noted, newest first; searched, added to, taken along as a site record. */
import Button from "@mui/material/Button";
import InputAdornment from "@mui/material/InputAdornment";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { api, Refused, type LogAsk } from "../../api/client";
import { PageTop } from "../../app/Bar";
import { NotFound } from "../../app/NotFound";
import { usePreferences } from "../../app/preferences";
import { Waiting } from "../../outbox/Waiting";
import { useWords, type WordId } from "../../words/words";
import { Adding } from "./Adding";
import { Lines } from "./Lines";
import "./logbook.css";

export const KINDS = ["note", "picture", "changed", "decided", "marked", "tried", "cut", "ordered"] as const;
const AT_ONCE = 100;
/** More are found by searching. */
const MOST = 5000;

export function LogbookPage() {
  const { jobId = "" } = useParams();
  const [query, setQuery] = useSearchParams();
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const [sought, setSought] = useState("");
  const [most, setMost] = useState(AT_ONCE);
  const [correcting, setCorrecting] = useState<{ number: number; text: string } | null>(null);
  const looked = useDeferredValue(sought);
  const chosen = (name: string): string => query.get(name) ?? "";
  const ask: LogAsk = {
    work: chosen("work"), kind: chosen("kind") as NonNullable<LogAsk["kind"]>, role: chosen("role"), device: chosen("device"), sought: looked, most,
  };
  const found = useQuery({
    queryKey: ["logbook", jobId, ask, dialect, fine],
    queryFn: ({ signal }) => api.logbook(jobId, ask, { dialect, fine }, signal),
    placeholderData: keepPreviousData,
  });
  const choose = (name: string, value: string) => {
    const next = new URLSearchParams(query);
    if (value === "") next.delete(name);
    else next.set(name, value);
    setQuery(next, { replace: true });
  };
  if (found.error instanceof Refused && found.error.problem.status === 404) return <NotFound />;
  const book = found.data;
  const work = book?.works.find(({ id }) => id === ask.work);
  const record = (file: string) => `/api/jobs/${jobId}/site-record?file=${file}&dialect=${dialect}&fine=${String(fine)}`;
  return (
    <div className="frame benched">
      <PageTop title={book ? say("log.of_job", { job: book.job }) : say("log.title")}>
        {work && (
          <Link to={`/work/${work.id}`} className="bar-word plain">
            {say("log.to_work", { work: work.name })}
          </Link>
        )}
      </PageTop>
      <main className="stage logbook-page" aria-busy={found.isPending}>
        <Waiting />
        <div className="logbook-add">
          <Adding jobId={jobId} works={book?.works ?? []} work={ask.work ?? ""} correcting={correcting} onCorrecting={setCorrecting} onAdded={() => void found.refetch()} />
          <div className="logbook-record">
            <Button component="a" href={record("html")} download variant="outlined">{say("log.record_html")}</Button>
            <Button component="a" href={record("pdf")} download variant="outlined">{say("log.record_pdf")}</Button>
          </div>
        </div>
        <section className="logbook-read" aria-label={say("log.title")}>
          <Stack direction="row" useFlexGap className="logbook-sought">
            <TextField
              type="search" label={say("log.seek")} size="small" value={sought} onChange={(event) => setSought(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 200 }, input: { endAdornment: book && <InputAdornment position="end">{say("log.count", { n: book.count })}</InputAdornment> } }}
            />
            <Among name="kind" label={say("log.kind")} any={say("log.any")} value={ask.kind ?? ""} onChoose={choose}
              answers={KINDS.map((id) => ({ id, name: say(`log.kind_${id}` as WordId) }))}
            />
            <Among name="work" label={say("log.work")} any={say("log.any_work")} value={ask.work ?? ""} onChoose={choose} answers={book?.works ?? []} />
            {book && book.roles.length > 0 && (
              <Among name="role" label={say("log.role")} any={say("log.any_role")} value={ask.role ?? ""} onChoose={choose} answers={named(book.roles)} />
            )}
            {book && book.devices.length > 0 && (
              <Among name="device" label={say("log.device")} any={say("log.any_device")} value={ask.device ?? ""} onChoose={choose} answers={named(book.devices)} />
            )}
          </Stack>
          {found.isError && <p className="said error" role="alert">{say("app.failed")}</p>}
          {book && <Lines lines={book.lines} onCorrect={setCorrecting} />}
          {book && book.lines.length < book.count && most < MOST && <Button onClick={() => setMost(most + AT_ONCE)}>{say("log.more")}</Button>}
        </section>
      </main>
    </div>
  );
}

const named = (ids: readonly string[]) => ids.map((id) => ({ id, name: id }));

interface AmongProps {
  name: string;
  label: string;
  any: string;
  value: string;
  answers: readonly { id: string; name: string }[];
  onChoose: (name: string, value: string) => void;
}

function Among({ name, label, any, value, answers, onChoose }: AmongProps) {
  return (
    <TextField
      select size="small" label={label} value={answers.some(({ id }) => id === value) ? value : ""} onChange={(event) => onChoose(name, event.target.value)}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      <option value="">{any}</option>
      {answers.map((one) => <option key={one.id} value={one.id}>{one.name}</option>)}
    </TextField>
  );
}
