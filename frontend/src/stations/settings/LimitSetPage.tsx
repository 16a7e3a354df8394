/** One limit set: its values with their sources, and the works it touches. An own one can be changed. */
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";
import { api, Refused } from "../../api/client";
import type { Document, LimitSetPage as LimitSetAnswer } from "../../api/types";
import { NotFound } from "../../app/NotFound";
import { usePreferences } from "../../app/preferences";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { LimitTable } from "./LimitTable";
import { Page } from "./Page";
import { TypedField } from "../../shared/fields/TypedField";

export function LimitSetPage() {
  const { setId = "" } = useParams();
  const say = useWords();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const words = { dialect, fine };
  const key = ["limit-set", setId, dialect, fine];
  const page = useQuery({ queryKey: key, queryFn: ({ signal }) => api.limitSet(setId, words, signal) });
  const told = () => {
    for (const name of ["shop", "bench", "work", "job"]) void queries.invalidateQueries({ queryKey: [name] });
  };
  const save = async (change: { name?: string; changes?: Document }) => {
    const now = queries.getQueryData<LimitSetAnswer>(key);
    if (!now) return;
    const { revision, name } = now.limit_set;
    const kept = await api.saveLimitSet(setId, revision, change.name ?? name, change.changes ?? changesOf(now), words);
    queries.setQueryData(key, kept);
    told();
  };
  const rename = useMutation({ mutationFn: (name: string) => save({ name }) });
  const remove = useMutation({
    mutationFn: () => api.removeLimitSet(setId),
    onSuccess: () => {
      told();
      void navigate("/settings#limits");
    },
  });
  if (page.error instanceof Refused && page.error.problem.status === 404) return <NotFound />;
  const shown = page.data;
  const found = shown?.limit_set;
  const parts = [{ id: "values", name: say("limits.values") }, { id: "touches", name: say("limits.touches") }];
  return (
    <Page title={found?.name ?? "…"} busy={page.isPending} failed={rename.error?.message ?? remove.error?.message ?? ""} parts={parts}>
      <p>
        {say("settings.limits_say")} <Link to="/settings#limits">{say("limits.all_sets")}</Link>
      </p>
      {shown && found && (
        <>
          <section id="values" aria-labelledby="values-title">
            <h2 id="values-title">{say("limits.values")}</h2>
            {found.own ? (
              <>
                <TypedField wide label={say("manage.name")} value={found.name} onCommit={(name) => name && rename.mutate(name)} />
                <LimitTable limits={found.limits} kept={changesOf(shown)} path="changes" onSave={(changes) => save({ changes })} />
                <Button onClick={() => remove.mutate()}>{say("limits.remove")}</Button>
              </>
            ) : (
              <ul className="limit-table">
                {found.limits.map((limit) => (
                  <li key={limit.id} className="limit-said">
                    <b>{limit.label}</b>{" "}
                    <span className="figure">
                      <TapeText text={limit.value} />
                    </span>
                    <span className="source quiet">{limit.source}</span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section id="touches" aria-labelledby="touches-title">
            <h2 id="touches-title">{say("limits.touches")}</h2>
            {shown.touches.length === 0 && <p className="quiet">{say("limits.touches_none")}</p>}
            <ul className="limit-sets">
              {shown.touches.map((one) => (
                <li key={one.work_id}>
                  <Link to={`/work/${one.work_id}/work-out`}>
                    {one.job} / {one.work || say("bench.unnamed")}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        </>
      )}
    </Page>
  );
}

/** The changes of an own set as they were kept: the values as text, with their reasons. */
function changesOf(page: LimitSetAnswer): Document {
  return Object.fromEntries(
    page.limit_set.limits.filter((limit) => limit.reason !== null).map((limit) => [limit.id, { value: limit.typed ?? limit.value, reason: limit.reason }]),
  );
}
