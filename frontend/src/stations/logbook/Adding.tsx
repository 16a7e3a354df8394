/** What is added to a logbook: a note, or a picture with what it shows. What is typed waits here until it is sent. */
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRef, useState, type ChangeEvent } from "react";
import { api, Refused } from "../../api/client";
import { storage } from "../../outbox/storage";
import { useWords } from "../../words/words";

interface Props {
  jobId: string;
  works: readonly { id: string; name: string }[];
  work: string;
  correcting: { number: number; text: string } | null;
  onCorrecting: (one: { number: number; text: string } | null) => void;
  onAdded: () => void;
}

const ROLE = "log-role";

export function Adding({ jobId, works, work, correcting, onCorrecting, onAdded }: Props) {
  const say = useWords();
  const typed = `log-note:${jobId}`;
  const [note, setNoteShown] = useState(() => storage.get(typed) ?? "");
  const [role, setRoleShown] = useState(() => storage.get(ROLE) ?? "");
  const [of, setOf] = useState(work);
  const [failed, setFailed] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const [sending, setSending] = useState(false);
  const setNote = (text: string) => {
    setNoteShown(text);
    if (text === "") storage.remove(typed);
    else storage.set(typed, text);
  };
  const setRole = (text: string) => {
    setRoleShown(text);
    storage.set(ROLE, text);
  };
  const add = async () => {
    setFailed("");
    try {
      const sent = api.addNote(jobId, { note, work_id: of, role, corrects: correcting?.number ?? null });
      // The outbox keeps it from here on.
      setNote("");
      onCorrecting(null);
      await sent;
      onAdded();
    } catch (error) {
      // Back where it was typed, unless something else stands there by now.
      if ((storage.get(typed) ?? "") === "") setNote(note);
      setFailed(error instanceof Refused ? error.message : say("app.failed"));
    }
  };
  const picture = async (event: ChangeEvent<HTMLInputElement>) => {
    const taken = event.target.files?.[0];
    event.target.value = "";
    if (!taken) return;
    setFailed("");
    setSending(true);
    try {
      await api.addPicture(jobId, { note, work: of, role }, taken);
      setNote("");
      onAdded();
    } catch (error) {
      setFailed(error instanceof Refused ? error.message : say("app.failed"));
    } finally {
      setSending(false);
    }
  };
  return (
    <form
      className="logbook-form"
      onSubmit={(event) => {
        event.preventDefault();
        if (note.trim() !== "") void add();
      }}
    >
      {correcting && (
        <p className="quiet">
          {say("log.correcting", { text: correcting.text })} <Button size="small" onClick={() => onCorrecting(null)}>{say("log.not_correcting")}</Button>
        </p>
      )}
      <TextField
        label={say("log.note")} value={note} onChange={(event) => setNote(event.target.value)} multiline minRows={2} maxRows={10}
        error={failed !== ""} helperText={failed || say("log.kept_say")} slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      <div className="logbook-who">
        <TextField label={say("log.role")} size="small" value={role} onChange={(event) => setRole(event.target.value)} slotProps={{ htmlInput: { list: "log-roles", maxLength: 60 } }} />
        <datalist id="log-roles">
          {say("log.roles").split(", ").map((one) => <option key={one} value={one} />)}
        </datalist>
        <TextField
          select size="small" label={say("log.work")} value={works.some(({ id }) => id === of) ? of : ""} onChange={(event) => setOf(event.target.value)}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
        >
          <option value="">{say("log.whole_job")}</option>
          {works.map((one) => <option key={one.id} value={one.id}>{one.name}</option>)}
        </TextField>
      </div>
      <div className="logbook-send">
        <Button type="submit" variant="contained" disabled={note.trim() === ""}>{say("log.add")}</Button>
        <Button variant="outlined" aria-busy={sending} onClick={() => file.current?.click()}>
          {say("log.picture")}
        </Button>
        <input ref={file} type="file" className="hidden" tabIndex={-1} aria-hidden="true" data-testid="picture" accept="image/jpeg,image/png,image/webp" onChange={(event) => void picture(event)} />
      </div>
      <p className="quiet">{say("log.picture_say")}</p>
    </form>
  );
}
