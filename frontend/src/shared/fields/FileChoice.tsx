/** A file chosen and sent; what is wrong with it is said beside it. */
import { useState } from "react";
import { Refused } from "../../api/client";
import { useWords } from "../../words/words";

interface Props {
  label: string;
  accept: string;
  /** Asked before it is sent, where something would be replaced. */
  sure?: string;
  onFile: (file: File) => Promise<string | undefined>;
}

export function FileChoice({ label, accept, sure, onFile }: Props) {
  const say = useWords();
  const [said, setSaid] = useState({ text: "", failed: false });
  const [held, setHeld] = useState<File | null>(null);
  const send = async (file: File) => {
    setHeld(null);
    setSaid({ text: say("app.loading"), failed: false });
    try {
      setSaid({ text: (await onFile(file)) ?? "", failed: false });
    } catch (error) {
      const where = error instanceof Refused ? error.problem.errors[0]?.path : undefined;
      const sentence = error instanceof Refused ? error.message : say("app.failed");
      setSaid({ text: where ? `${where}: ${sentence}` : sentence, failed: true });
    }
  };
  return (
    <span className="file-choice">
      <label>
        {label}
        <input
          type="file" accept={accept}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (!file) return;
            if (sure) setHeld(file);
            else void send(file);
          }}
        />
      </label>
      {held && (
        <span role="alertdialog" aria-label={label}>
          {sure} <button type="button" className="more" onClick={() => void send(held)}>{say("files.yes")}</button>{" "}
          <button type="button" className="more" onClick={() => setHeld(null)}>{say("files.no")}</button>
        </span>
      )}
      {said.text && <span role={said.failed ? "alert" : "status"} className={said.failed ? "said error" : "quiet"}>{said.text}</span>}
    </span>
  );
}
