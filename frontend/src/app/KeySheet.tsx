import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useWords } from "../words/words";

const rows = [
  ["1 – 5", "keys.stations"],
  ["← →  Page Up, Page Down", "keys.marks"],
  ["Ctrl Z, Ctrl Shift Z", "keys.undo"],
  ["0", "keys.bench"],
  ["?", "keys.help"],
] as const;

export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useWords();
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">{say("keys.title")}</DialogTitle>
      <DialogContent>
        <dl className="keys">
          {rows.map(([keys, word]) => (
            <div key={word}>
              <dt>{keys}</dt>
              <dd>{say(word)}</dd>
            </div>
          ))}
        </dl>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} variant="contained">
          {say("keys.close")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
