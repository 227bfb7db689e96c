import { useQueryClient } from "@tanstack/react-query";
import type { Session, User } from "../api";
import { useSay } from "../look";
import { words } from "../words";
import { readNews, sessionQuery } from "./api";

/** Tells what happened about one's sign-in since one came in last, once, until it was read. */
export function SignInNews({ news }: { news: User["news"] }) {
  const client = useQueryClient();
  const say = useSay();
  if (news.length === 0) return null;
  const read = async () => {
    try {
      await readNews();
      client.setQueryData<Session>(
        sessionQuery.queryKey,
        (s) => s && { ...s, user: s.user && { ...s.user, news: [] } },
      );
    } catch (e) {
      say.failed(e);
    }
  };
  return (
    <section className="sign-in-news" aria-label={words.news.title}>
      <div>
        <b>{words.news.title}</b>
        <ul>
          {news.map((n) => (
            <li key={`${n.what} ${n.at}`}>{words.news.says(n)}</li>
          ))}
        </ul>
      </div>
      <button type="button" className="plain" onClick={() => void read()}>
        {words.news.read}
      </button>
    </section>
  );
}
