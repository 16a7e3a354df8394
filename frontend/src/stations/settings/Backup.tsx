/** Everything as one file, and such a file put back. */
import { api } from "../../api/client";
import { FileChoice } from "../../shared/FileChoice";
import { useWords } from "../../words/words";

export function Backup() {
  const say = useWords();
  return (
    <section id="backup" aria-labelledby="backup-title">
      <h2 id="backup-title">{say("files.backup")}</h2>
      <p>{say("files.backup_say")}</p>
      <p><a className="more" href="/api/backup" download="easy-notch-backup.db">{say("files.backup_take")}</a></p>
      <FileChoice
        label={say("files.backup_put")} accept=".db" sure={say("files.backup_sure")}
        onFile={async (file) => {
          const found = await api.restore(file);
          return say("files.backup_done", { jobs: found.jobs, works: found.works });
        }}
      />
    </section>
  );
}
