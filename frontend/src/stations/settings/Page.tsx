/** The page of settings: its bar, the list of its parts, and what went wrong. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import { Logo, ThemeButton } from "../../app/Bar";
import { Waiting } from "../../outbox/Waiting";
import { useWords } from "../../words/words";
import "./settings.css";

interface Props {
  title: string;
  busy: boolean;
  failed: string;
  parts: readonly { id: string; name: string }[];
  children: ReactNode;
}

export function Page({ title, busy, failed, parts, children }: Props) {
  const say = useWords();
  return (
    <div className="frame benched">
      <header className="top">
        <Logo />
        <div className="bar">
          <h1>{title}</h1>
          <div className="bar-tools">
            <Link to="/" className="bar-word plain">
              {say("bench.title")}
            </Link>
            <ThemeButton />
          </div>
        </div>
      </header>
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
