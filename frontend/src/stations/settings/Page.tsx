/** The page of settings: its bar, the list of its parts, and what went wrong. */
import type { ReactNode } from "react";
import { PageTop } from "../../app/Bar";
import { Waiting } from "../../outbox/Waiting";
import "./settings.css";

interface Props {
  title: string;
  busy: boolean;
  failed: string;
  parts: readonly { id: string; name: string }[];
  children: ReactNode;
}

export function Page({ title, busy, failed, parts, children }: Props) {
  return (
    <div className="frame benched">
      <PageTop title={title} />
      <main className="stage settings-page" aria-busy={busy}>
        <nav className="parts" aria-label={title}>
          {parts.map((part) => (
            <a key={part.id} href={`#${part.id}`}>
              {part.name}
            </a>
          ))}
        </nav>
        <div className="settings">
          <Waiting />
          {failed && (
            <p className="said error" role="alert">
              {failed}
            </p>
          )}
          {children}
        </div>
      </main>
    </div>
  );
}
