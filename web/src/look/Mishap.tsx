/** Where a page breaks, says so, and what of what was typed is kept. */
import { Component, type ReactNode } from "react";
import { words } from "../words";
import { keptTexts } from "./kept";
import { Key } from "./parts";

const w = words.mishap;

interface Props {
  /** Where the page is; at another place it is tried anew. */
  at: string;
  children: ReactNode;
}

interface State {
  at: string;
  error: Error | null;
}

/** Holds what is inside together: when it cannot be drawn, a page of our own stands in its place. */
export class Mishaps extends Component<Props, State> {
  override state: State = { at: this.props.at, error: null };

  static getDerivedStateFromError(error: unknown): Partial<State> {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps(props: Props, state: State): State | null {
    return props.at === state.at ? null : { at: props.at, error: null };
  }

  override render(): ReactNode {
    return this.state.error === null ? this.props.children : <Mishap error={this.state.error} />;
  }
}

function Mishap({ error }: { error: Error }) {
  const texts = keptTexts();
  return (
    <main className="page mishap">
      <h1>{w.title}</h1>
      <p>{w.text}</p>
      <p className="acts">
        <button
          type="button"
          className="key-button strong"
          autoFocus
          onClick={() => window.location.reload()}
        >
          <Key k="⏎" /> <span>{w.again}</span>
        </button>
        <a href="/">{words.places.inHand}</a>
      </p>
      <h2>{w.kept}</h2>
      {texts.length === 0 && <p className="soft">{w.keptNone}</p>}
      <dl>
        {texts.map(({ key, text }) => (
          <div key={key}>
            <dt className="soft">{w.where(key)}</dt>
            <dd>
              <pre className="mono">{text}</pre>
            </dd>
          </div>
        ))}
      </dl>
      <details>
        <summary>{w.details}</summary>
        <pre className="mono">{error.message}</pre>
      </details>
    </main>
  );
}
