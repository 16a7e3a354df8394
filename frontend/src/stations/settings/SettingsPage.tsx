/** The shop's settings: words and tape for every job, and how it looks on this device. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { api, Unreachable } from "../../api/client";
import type { Shop } from "../../api/types";
import { Logo } from "../../app/Bar";
import { usePreferences, useShop } from "../../app/preferences";
import { themeNames } from "../../app/theme";
import { TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import "./settings.css";

const dialects = ["north_america", "britain_ireland", "australia_new_zealand"] as const;

export function SettingsPage() {
  const say = useWords();
  const queries = useQueryClient();
  const { theme, setTheme } = usePreferences();
  const shop = useShop();
  const [failed, setFailed] = useState("");
  const save = useMutation({
    mutationFn: (change: Partial<Shop>) => {
      const now = shop.data;
      if (!now) throw new Unreachable("shop");
      return api.saveShop({ revision: now.revision, dialect: now.dialect, fine: now.fine, ...change });
    },
    onMutate: (change) => {
      queries.setQueryData<Shop>(["shop"], (now) => (now ? { ...now, ...change } : now));
    },
    onSuccess: (kept) => {
      setFailed("");
      queries.setQueryData(["shop"], kept);
    },
    onError: (error) => {
      setFailed(error instanceof Unreachable ? say("app.offline") : error.message);
      void shop.refetch();
    },
  });
  return (
    <div className="frame benched">
      <header className="top">
        <Logo />
        <div className="bar">
          <h1>{say("settings.title")}</h1>
        </div>
      </header>
      <main className="stage settings" aria-busy={shop.isPending}>
        {failed && (
          <p className="said error" role="alert">
            {failed}
          </p>
        )}
        <p>{say("settings.say")}</p>
        <Choice title={say("settings.dialect")}>
          {dialects.map((one) => (
            <Option key={one} name="dialect" checked={shop.data?.dialect === one} onChoose={() => save.mutate({ dialect: one })}>
              {say(`settings.${one}`)}
            </Option>
          ))}
        </Choice>
        <Choice title={say("settings.fine")}>
          {([false, true] as const).map((one) => (
            <Option key={String(one)} name="fine" checked={shop.data?.fine === one} onChoose={() => save.mutate({ fine: one })}>
              <TapeText text={say(one ? "settings.fine_yes" : "settings.fine_no")} />
            </Option>
          ))}
        </Choice>
        <Choice title={say("settings.theme")}>
          {themeNames.map((one) => (
            <Option key={one} name="theme" checked={theme === one} onChoose={() => setTheme(one)}>
              {say(`app.theme_${one}`)}
            </Option>
          ))}
        </Choice>
      </main>
    </div>
  );
}

function Choice({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset>
      <legend>{title}</legend>
      {children}
    </fieldset>
  );
}

function Option(props: { name: string; checked: boolean; onChoose: () => void; children: ReactNode }) {
  return (
    <label>
      <input type="radio" name={props.name} checked={props.checked} onChange={props.onChoose} />
      <span>{props.children}</span>
    </label>
  );
}
