/** What was deleted, to be put back: nothing that is kept is ever out of reach. */
import type { Job, Work } from "../../api/types";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import List from "@mui/material/List";
import ListItem from "@mui/material/ListItem";
import ListItemText from "@mui/material/ListItemText";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api } from "../../api/client";
import { useWords } from "../../words/words";

export function DeletedList({ onClose }: { onClose: () => void }) {
  const say = useWords();
  const queries = useQueryClient();
  const found = useQuery({ queryKey: ["deleted"], queryFn: ({ signal }) => api.deleted(signal) });
  const back = useMutation({
    mutationFn: ({ what, id }: { what: "works" | "jobs"; id: string }): Promise<Job | Work> => api.put(what, id, false),
    onSettled: () => Promise.all(["deleted", "bench", "work"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
  return (
    <Dialog open fullWidth onClose={onClose} aria-labelledby="deleted-title">
      <DialogTitle id="deleted-title">{say("manage.deleted_list")}</DialogTitle>
      <DialogContent>
        {found.data?.deleted.length === 0 && <p>{say("manage.deleted_none")}</p>}
        {found.error && <p role="alert">{found.error.message}</p>}
        <List>
          {(found.data?.deleted ?? []).map((one) => (
            <ListItem
              key={one.id} disableGutters
              secondaryAction={<Button disabled={back.isPending} onClick={() => back.mutate(one)}>{say("manage.undo")}</Button>}
            >
              <ListItemText primary={one.name || say("bench.unnamed")} secondary={[one.job, new Date(one.at).toLocaleString()].filter(Boolean).join(", ")} />
            </ListItem>
          ))}
        </List>
        {back.error && <p role="alert">{back.error.message}</p>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{say("app.close")}</Button>
      </DialogActions>
    </Dialog>
  );
}
