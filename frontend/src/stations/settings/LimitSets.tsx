/** The limit sets there are: the shipped ones, and the shop's own made from them. */
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import { usePreferences } from "../../app/preferences";
import { useWords } from "../../words/words";

export function LimitSets({ sets }: { sets: readonly { id: string; name: string }[] }) {
  const say = useWords();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const make = useMutation({
    mutationFn: ({ base, name }: { base: string; name: string }) => api.newLimitSet(name, base, { dialect, fine }),
    onSuccess: (made) => {
      void queries.invalidateQueries({ queryKey: ["shop"] });
      void navigate(`/limits/${made.limit_set.id}`);
    },
  });
  return (
    <section id="limits" aria-labelledby="limits-title">
      <h2 id="limits-title">{say("settings.limits")}</h2>
      <p>{say("settings.limits_say")}</p>
      <ul className="limit-sets">
        {sets.map((one) => (
          <li key={one.id}>
            <Link to={`/limits/${one.id}`}>{one.name}</Link>
            {!one.id.startsWith("own-") && (
              <Button disabled={make.isPending} onClick={() => make.mutate({ base: one.id, name: say("limits.own_name") })}>
                {say("limits.make_own")}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {make.error && (
        <p className="said error" role="alert">
          {make.error.message}
        </p>
      )}
    </section>
  );
}
