import { words } from "../../words";
import { Comments } from "./Comments";
import type { Review } from "./useReview";

/** Who was asked to read it, and what was said that stands at no line. */
export function ReviewState({ review }: { review: Review }) {
  const r = words.writing.reviewing;
  const all = review.data?.comments ?? [];
  const open = all.filter((c) => c.settledAt === null && c.line === 0);
  const settled = all.filter((c) => c.settledAt !== null);
  const asked = review.data?.askedBy;
  if (!asked && all.length === 0) return null;
  return (
    <section className="review-state">
      {asked && (
        <p role="status">
          {review.data?.mine ? r.forYou(asked) : r.inReview(review.data?.reviewer ?? "", asked)}
        </p>
      )}
      <Comments comments={open} review={review} quoted />
      {settled.length > 0 && (
        <details>
          <summary className="soft">{r.settledOnes(settled.length)}</summary>
          <Comments comments={settled} review={review} quoted />
        </details>
      )}
    </section>
  );
}
