/** What is done with a work or a job as a whole: rename, duplicate, delete and put back. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState, type ReactNode } from "react";
import { useWords } from "../../words/words";

interface MoreProps {
  name: string;
  onRename: (name: string) => void;
  onDelete: () => void;
  onDuplicate?: () => void;
  archived: boolean;
  onArchive: () => void;
  /** Further fields of the rename sheet. */
  children?: ReactNode;
}

export function More({ name, onRename, onDelete, onDuplicate, archived, onArchive, children }: MoreProps) {
  const say = useWords();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [renaming, setRenaming] = useState<string | null>(null);
  const then = (act: () => void) => () => {
    setAnchor(null);
    act();
  };
  return (
    <>
      <button type="button" className="more-button" aria-label={say("manage.more", { name })} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        ⋯
      </button>
      {/* Only while open: there may be a hundred of these on a bench. */}
      {anchor && <Menu anchorEl={anchor} open onClose={() => setAnchor(null)}>
        <MenuItem onClick={then(() => setRenaming(name))}>{say("manage.rename")}</MenuItem>
        {onDuplicate && <MenuItem onClick={then(onDuplicate)}>{say("manage.duplicate")}</MenuItem>}
        <MenuItem onClick={then(onArchive)}>{say(archived ? "manage.take_out" : "manage.archive")}</MenuItem>
        <MenuItem onClick={then(onDelete)}>{say("manage.delete")}</MenuItem>
      </Menu>}
      {renaming !== null && <Dialog open onClose={() => setRenaming(null)} fullWidth aria-labelledby="rename-title">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (renaming.trim()) onRename(renaming.trim());
            setRenaming(null);
          }}
        >
          <DialogTitle id="rename-title">{say("manage.rename")}</DialogTitle>
          <DialogContent className="rename">
            <TextField
              autoFocus fullWidth margin="dense" label={say("manage.name")} value={renaming}
              onChange={(event) => setRenaming(event.target.value)} slotProps={{ htmlInput: { maxLength: 200 } }}
            />
            {children}
          </DialogContent>
          <DialogActions>
            <Button onClick={() => setRenaming(null)}>{say("manage.cancel")}</Button>
            <Button type="submit" variant="contained" disabled={!renaming.trim()}>
              {say("manage.save")}
            </Button>
          </DialogActions>
        </form>
      </Dialog>}
    </>
  );
}
