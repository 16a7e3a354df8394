import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { usePreferences } from "./preferences";
import { useWords } from "../words/words";

const rows = [
  ["1 – 5", "keys.stations"],
  ["← →  Page Up, Page Down", "keys.marks"],
  ["t", "keys.tick"],
  ["Ctrl Z, Ctrl Shift Z", "keys.undo"],
  ["0", "keys.bench"],
  ["/", "keys.search"],
  ["?", "keys.help"],
] as const;

export function KeySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useWords();
  const single = usePreferences().keys;
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
        <p className="quiet">{say(single ? "keys.switch_off" : "keys.are_off")}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} variant="contained">
          {say("keys.close")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
