/** Phones on the same network: let one in by a code, see who may come in, shut one out. */
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, Refused } from "../../api/client";
import { useWords } from "../../words/words";

export function Phones() {
  const say = useWords();
  const queries = useQueryClient();
  const devices = useQuery({ queryKey: ["devices"], queryFn: ({ signal }) => api.devices(signal) });
  const code = useMutation({ mutationFn: api.pairingCode });
  const out = useMutation({ mutationFn: api.shutOut, onSuccess: (left) => queries.setQueryData(["devices"], left) });
  const here = devices.error instanceof Refused ? devices.error.message : "";
  const failed = code.error?.message ?? out.error?.message;
  return (
    <section id="phones" aria-labelledby="phones-title">
      <h2 id="phones-title">{say("settings.phones")}</h2>
      {here && <p>{here}</p>}
      {devices.data && !devices.data.address && <p>{say("phones.not_shared")}</p>}
      {devices.data?.address && (
        <>
          <p>{say("phones.say")}</p>
          <Button variant="contained" disabled={code.isPending} onClick={() => code.mutate()}>
            {say("phones.let_in")}
          </Button>
          {code.data && (
            <div className="pairing" role="status">
              <img src={code.data.picture} alt={say("phones.picture")} width="185" height="185" />
              <div>
                <p>{say("phones.open")}</p>
                <p className="pairing-code">{code.data.address}</p>
                <p>{say("phones.type")}</p>
                <p className="pairing-code large">
                  {code.data.code.slice(0, 3)} {code.data.code.slice(3)}
                </p>
                <p className="quiet">{say("phones.once")}</p>
              </div>
            </div>
          )}
          {devices.data.fingerprint ? (
            <>
              <p>{say("phones.print")}</p>
              <p className="pairing-code">{devices.data.fingerprint}</p>
              <p className="quiet">{say("phones.trust", { address: devices.data.address })}</p>
            </>
          ) : (
            <p className="quiet">{say("phones.plain")}</p>
          )}
        </>
      )}
      {devices.data && devices.data.devices.length > 0 && (
        <ul className="limit-sets">
          {devices.data.devices.map((one) => (
            <li key={one.id}>
              <span>
                <b>{one.name}</b> <span className="quiet">{say("phones.seen", { when: new Date(one.seen_at).toLocaleString() })}</span>
              </span>
              <Button aria-label={say("phones.shut_out_one", { name: one.name })} onClick={() => out.mutate(one.id)}>
                {say("phones.shut_out")}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {failed && (
        <p className="said error" role="alert">
          {failed}
        </p>
      )}
    </section>
  );
}
