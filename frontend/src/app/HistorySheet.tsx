/** What was changed on this work, newest first, in words. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import { TapeText } from "../shared/TapeText";
import { useWords } from "../words/words";
import { usePreferences } from "./preferences";

interface Props {
  workId: string;
  open: boolean;
  onClose: () => void;
}

export function HistorySheet({ workId, open, onClose }: Props) {
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const history = useQuery({
    queryKey: ["history", workId, dialect, fine],
    queryFn: ({ signal }) => api.history(workId, { dialect, fine }, signal),
    enabled: open,
  });
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="history-title" fullWidth>
      <DialogTitle id="history-title">{say("app.history")}</DialogTitle>
      <DialogContent>
        <ol className="history">
          {history.data?.lines.map((line) => (
            <li key={line.number}>
              <time dateTime={line.at}>{new Date(line.at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}</time>
              <span>
                <TapeText text={line.text || "…"} />
              </span>
            </li>
          ))}
        </ol>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} variant="contained">
          {say("app.close")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
