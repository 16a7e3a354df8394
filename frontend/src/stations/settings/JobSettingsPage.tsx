/** What one job differs in: its settings over the shop's, and limits changed for it with the reason. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useParams } from "react-router";
import { api, Refused, Unreachable } from "../../api/client";
import type { Document, JobPage } from "../../api/types";
import { NotFound } from "../../app/NotFound";
import { usePreferences, useShop } from "../../app/preferences";
import { useWords } from "../../words/words";
import { LimitChoice } from "./LimitChoice";
import { LimitTable } from "./LimitTable";
import { Page } from "./Page";
import { SettingsForm } from "./SettingsForm";
import { useSettings } from "./useSettings";

export function JobSettingsPage() {
  const { jobId = "" } = useParams();
  const say = useWords();
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const shop = useShop().data;
  const key = ["job", jobId, dialect, fine];
  const page = useQuery({ queryKey: key, queryFn: ({ signal }) => api.job(jobId, { dialect, fine }, signal) });
  const save = async (more: { settings?: Document; overrides?: Document }, limits?: string | null) => {
    const now = queries.getQueryData<JobPage>(key);
    if (!now) throw new Unreachable("job");
    await api.saveJob(limits === undefined ? now.job : { ...now.job, limits }, more);
    await queries.invalidateQueries({ queryKey: ["job", jobId] });
    void queries.invalidateQueries({ queryKey: ["bench"] });
    void queries.invalidateQueries({ queryKey: ["work"] });
  };
  const limit = useMutation({ mutationFn: (limits: string | null) => save({}, limits) });
  const state = useSettings((page.data?.job.settings ?? {}), (settings) => save({ settings }));
  if (page.error instanceof Refused && page.error.problem.status === 404) return <NotFound />;
  const groups = shop?.groups ?? [];
  const parts = [...groups, { id: "limits", name: say("settings.limits") }];
  return (
    <Page title={`${page.data?.job.name ?? "…"}: ${say("settings.of_job_within")}`} busy={page.isPending} failed={limit.error?.message ?? state.failed} parts={parts}>
      <p>{say("settings.job_say")}</p>
      {page.data && (
        <>
          <SettingsForm state={state} groups={groups} otherwise={page.data.shop} inJob />
          <section id="limits" aria-labelledby="limits-title">
            <h2 id="limits-title">{say("settings.limits")}</h2>
            <LimitChoice job={page.data.job} onChoose={limit.mutate} />
            <p> {say("settings.limits_say")} {say("settings.override_say")}
            </p>
            <LimitTable limits={page.data.limits} kept={page.data.job.overrides} path="overrides" onSave={(overrides) => save({ overrides })} />
          </section>
        </>
      )}
    </Page>
  );
}
