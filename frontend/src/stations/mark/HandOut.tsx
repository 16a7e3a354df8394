/** The steps of every piece as one page of their own: to print, or to carry on a phone with no server near. */
import { useState } from "react";
import { api } from "../../api/client";
import { usePreferences } from "../../app/preferences";
import { jobFile } from "../../shared/work/useOpenWork";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

export function HandOut() {
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useWork((state) => state.document);
  const [failed, setFailed] = useState(false);
  const take = async () => {
    try {
      const page = await api.handOut(jobFile(job, settled.document, shown), { dialect, fine });
      const link = document.createElement("a");
      link.href = URL.createObjectURL(new Blob([page.html], { type: "text/html" }));
      link.download = `${page.name.replace(/[^\p{L}\p{N} _-]/gu, "").trim() || "steps"}.html`;
      link.click();
      URL.revokeObjectURL(link.href);
      setFailed(false);
    } catch {
      setFailed(true);
    }
  };
  return (
    <>
      <button type="button" className="arms-length" onClick={() => void take()}>
        {say("mark.hand_out")}
      </button>
      {failed && <p role="alert">{say("app.failed")}</p>}
    </>
  );
}
