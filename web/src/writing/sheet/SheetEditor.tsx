import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import type { Outline, OutlinePart, Problem } from "../../api";
import { useSay } from "../../look";
import { words } from "../../words";
import { Comments, SayBox } from "../review/Comments";
import type { Review } from "../review/useReview";
import type { Draft } from "../useDraft";
import { Head } from "./Head";
import { begin, FromText, OfferMenu, Offers } from "./Offers";
import { PartForm } from "./PartForm";
import { type Path, problemsOf, samePath, valueOf } from "./parts";
import { Reads } from "./Reads";
import { HeldProblems, Row, useRowDrag } from "./Row";
import { labelOf, type Shared } from "./shared";
import { useSheet } from "./useSheet";
import "./sheet.css";

const t = words.sheet;

/** A document as a sheet that is written into, part by part. */
export function SheetEditor({
  draft,
  outline,
  problems,
  mend,
  writeFix,
  review,
}: {
  draft: Draft;
  outline: Outline;
  problems: readonly Problem[];
  mend: (p: Problem) => void;
  writeFix: (key: string) => string | null;
  review: Review;
}) {
  const say = useSay();
  const sheet = useSheet(draft, (why) => say.failed(new Error(why)));
  const drag = useRowDrag((path, seen, to) => sheet.move(path, seen, to));
  if (outline.head.length === 0) return <p className="soft">{t.unreadable}</p>;
  const saved = draft.unsaved ? null : draft.revision;
  const shared: Shared = { sheet, outline, problems, drag, mend, writeFix, review, saved };
  return (
    <article className="sheet writes">
      <Head shared={shared} />
      {outline.parts.map((p, i) => (
        <Part key={i} shared={shared} part={p} path={[i]} number={i} siblings={outline.parts.length} />
      ))}
      <Offers shared={shared} offers={outline.offers} into={[]} seen={null} />
    </article>
  );
}

/** A part that stands in the document: as it reads, or its boxes while it is written. */
function Part(p: {
  shared: Shared;
  part: OutlinePart;
  path: Path;
  number: number;
  siblings: number;
}): ReactNode {
  const { shared, part, path } = p;
  const { sheet, outline } = shared;
  const open = sheet.open;
  const [saying, setSaying] = useState(false);
  // what was just added is still open where it was begun
  if (open?.kind === "new" && open.at && samePath(open.at, path)) return null;
  const lines = ownLines(part);
  const unwritten = part.kind === "item" ? shared.writeFix(valueOf(part, "fix")) : null;
  const own = (
    <>
      <HeldProblems
        // that it is not there yet is said by the way to write it
        problems={problemsOf(part, shared.problems).filter((x) => !unwritten || x.severity !== "missing")}
        mend={shared.mend}
      />
      {unwritten && (
        <p className="unwritten">
          {t.notWritten} <Link to={unwritten}>{words.writing.writeIt}</Link>
        </p>
      )}
      {lines && <Comments comments={shared.review.at(lines[0], lines[1])} review={shared.review} />}
      {saying && shared.saved !== null && (
        <SayBox
          autoFocus
          keptAs={shared.review.keptAs(`line.${part.line}`)}
          label={words.writing.reviewing.comment}
          send={(text) => shared.review.say(shared.saved ?? 0, part.line, text).then(() => setSaying(false))}
        />
      )}
    </>
  );
  const below = part.below.map((b, i) => (
    <Part key={i} shared={shared} part={b} path={[...path, i]} number={i} siblings={part.below.length} />
  ));
  const offers = <Offers shared={shared} offers={part.offers} into={path} seen={part} />;
  if (part.kind === "section") {
    const hint = part.keyword === "" ? t.intro : t.sections[part.keyword];
    return (
      <section>
        {part.keyword !== "" && <h2>{part.keyword}</h2>}
        {part.below.length === 0 && hint && <p className="soft">{hint}</p>}
        {own}
        {below}
        {offers}
        {part.keyword === "Recognise" && <FromText shared={shared} path={path} part={part} />}
      </section>
    );
  }
  const opened = open?.kind === "part" && samePath(open.path, path);
  const label = labelOf(part);
  const self = opened ? (
    <PartForm
      label={label.label}
      keyword={part.keyword}
      help={label.help}
      fields={part.fields}
      outline={outline}
      write={sheet.writePart(path, part)}
      onClose={sheet.close}
      onRemove={() => sheet.remove(path, part)}
    />
  ) : (
    <Row
      label={part.kind === "clause" ? label.label : ""}
      onOpen={() => sheet.openPart(path)}
      onRemove={() => sheet.remove(path, part)}
      onSay={shared.saved === null ? undefined : () => setSaying(!saying)}
      onUp={
        part.moves && p.number > (part.kind === "step" ? 1 : 0)
          ? () => sheet.move(path, part, p.number - 1)
          : undefined
      }
      onDown={
        part.moves && p.number < p.siblings - 1 ? () => sheet.move(path, part, p.number + 1) : undefined
      }
      focused={sheet.focus !== null && samePath(sheet.focus, path)}
      grip={part.moves ? shared.drag.gripOf(path, part, p.number) : undefined}
      adds={
        part.kind === "item" && part.offers.length > 0 ? (
          <OfferMenu offers={part.offers} begin={(o) => begin(sheet, path, part, o)}>
            <button type="button" className="plain part-tool adds">
              + {t.more}
            </button>
          </OfferMenu>
        ) : undefined
      }
    >
      <Reads part={part} number={p.number} />
    </Row>
  );
  if (part.kind === "step") {
    const intro = part.fields.length === 0;
    return (
      <section className="sheet-step">
        {intro && part.below.length === 0 && <p className="soft">{t.introFix}</p>}
        {!intro && self}
        {own}
        {below}
        {offers}
      </section>
    );
  }
  return (
    <div className={`part part-${part.kind}`}>
      {self}
      {own}
      {(below.length > 0 || part.offers.length > 0) && (
        <div className="part-below">
          {below}
          {offers}
        </div>
      )}
    </div>
  );
}

/** The lines of a part that are not those of one within it; null if it is not written. */
function ownLines(part: OutlinePart): [number, number] | null {
  if (part.line === 0) return null;
  const first = part.below[0];
  return [part.line, first ? Math.max(part.line, first.line - 1) : part.end];
}
