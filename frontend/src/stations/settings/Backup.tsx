/** Everything as one file, and such a file put back; and what was here before, to go back to. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import List from "@mui/material/List";
import ListItem from "@mui/material/ListItem";
import ListItemText from "@mui/material/ListItemText";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api/client";
import { FileChoice } from "../../shared/fields/FileChoice";
import { useWords } from "../../words/words";

export function Backup() {
  const say = useWords();
  const queries = useQueryClient();
  return (
    <section id="backup" aria-labelledby="backup-title">
      <h2 id="backup-title">{say("files.backup")}</h2>
      <p>{say("files.backup_say")}</p>
      <p><a className="more" href="/api/backup" download="easy-notch-backup.db">{say("files.backup_take")}</a></p>
      <FileChoice
        label={say("files.backup_put")} accept=".db" sure={say("files.backup_sure")}
        onFile={async (file) => {
          const found = await api.restore(file);
          void queries.invalidateQueries();
          return say("files.backup_done", { jobs: found.jobs, works: found.works });
        }}
      />
      <Copies />
    </section>
  );
}

/** Copies of what was here before; going back to one replaces what is here now, so it is asked first. */
function Copies() {
  const say = useWords();
  const queries = useQueryClient();
  const copies = useQuery({ queryKey: ["copies"], queryFn: ({ signal }) => api.copies(signal) }).data?.copies ?? [];
  const [asked, setAsked] = useState<number | null>(null);
  const back = useMutation({ mutationFn: api.goBack, onSettled: () => queries.invalidateQueries() });
  if (copies.length === 0) return null;
  return (
    <>
      <h3>{say("files.copies")}</h3>
      <List dense className="copies">
        {copies.map((copy) => (
          <ListItem
            key={copy.number} disableGutters
            secondaryAction={<Button disabled={back.isPending} onClick={() => setAsked(copy.number)}>{say("files.copy_back")}</Button>}
          >
            <ListItemText primary={say("files.copy", { n: copy.number, when: new Date(copy.at * 1000).toLocaleString(), jobs: copy.jobs, works: copy.works })} />
          </ListItem>
        ))}
      </List>
      {back.data && <p role="status">{say("files.backup_done", { jobs: back.data.jobs, works: back.data.works })}</p>}
      {back.error && <p role="alert" className="said error">{back.error.message}</p>}
      {asked !== null && (
        <Dialog open onClose={() => setAsked(null)} aria-labelledby="copy-sure">
          <DialogContent id="copy-sure">{say("files.copy_sure", { n: asked })}</DialogContent>
          <DialogActions>
            <Button onClick={() => setAsked(null)}>{say("files.no")}</Button>
            <Button
              variant="contained"
              onClick={() => {
                back.mutate(asked);
                setAsked(null);
              }}
            >
              {say("files.copy_back")}
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </>
  );
}
