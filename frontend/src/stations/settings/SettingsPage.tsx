/** The shop's settings: they hold for every job that does not differ. */
import { useQueryClient } from "@tanstack/react-query";
import { api, Unreachable } from "../../api/client";
import type { Shop } from "../../api/types";
import { usePreferences, useShop } from "../../app/preferences";
import { themeNames } from "../../app/theme";
import { useWords } from "../../words/words";
import { Backup } from "./Backup";
import { ChoiceField } from "./ChoiceField";
import { LimitSets } from "./LimitSets";
import { Page } from "./Page";
import { Phones } from "./Phones";
import { SettingsForm, yesNo } from "./SettingsForm";
import { useSettings } from "./useSettings";

export function SettingsPage() {
  const say = useWords();
  const queries = useQueryClient();
  const { theme, setTheme } = usePreferences();
  const shop = useShop();
  const state = useSettings((shop.data?.settings ?? {}), async (settings) => {
    const now = queries.getQueryData<Shop>(["shop"]);
    if (!now) throw new Unreachable("shop");
    queries.setQueryData(["shop"], await api.saveShop(now.revision, settings));
    void queries.invalidateQueries({ queryKey: ["work"] });
  });
  const groups = shop.data?.groups ?? [];
  const parts = [
    ...groups,
    { id: "limits", name: say("settings.limits") },
    { id: "phones", name: say("settings.phones") },
    { id: "backup", name: say("files.backup") },
    { id: "device", name: say("settings.device") },
  ];
  return (
    <Page title={say("settings.title")} busy={shop.isPending} failed={state.failed} parts={parts}>
      <p>{say("settings.say")}</p>
      {shop.isPending && <p className="quiet">{shop.failureCount > 1 ? say("app.offline") : say("app.loading")}</p>}
      {shop.data && <SettingsForm state={state} groups={groups} otherwise={shop.data.settled.document} inJob={false} />}
      <LimitSets sets={shop.data?.limit_sets ?? []} />
      <Phones />
      <Backup />
      <section id="device" aria-labelledby="device-title">
        <h2 id="device-title">{say("settings.device")}</h2>
        <ChoiceField
          title={say("settings.theme")} answers={themeNames.map((id) => ({ id, name: say(`app.theme_${id}`) }))} inJob={false}
          chosen={theme} otherwise="light" onChoose={(one) => setTheme((one ?? "light") as typeof theme)}
        />
        <ChoiceField
          title={say("settings.keys")} inJob={false}
          answers={[{ id: "true", name: say("settings.keys_on"), say: say("settings.keys_say") }, { id: "false", name: say("settings.keys_off") }]}
          chosen={yesNo(state.chosen["keys"])} otherwise="true"
          onChoose={(one) => state.change("keys", one === "true")}
        />
      </section>
    </Page>
  );
}
