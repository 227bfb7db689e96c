import { Button, Dropdown } from "antd";
import { Fragment, type ReactNode, useState } from "react";
import type { Offer, Outline, OutlineField, OutlinePart, Problem } from "../../api";
import { Link } from "react-router";
import { Key, useSay } from "../../look";
import { words } from "../../words";
import { Comments, SayBox } from "../review/Comments";
import type { Review } from "../review/useReview";
import type { Draft } from "../useDraft";
import { HeldProblems, Row, type RowDrag, useRowDrag } from "./Row";
import { PartForm } from "./PartForm";
import { type Path, problemsOf, problemsOfHead, samePath, valueOf } from "./parts";
import type { Addition } from "./proposal";
import { Proposing } from "./Proposing";
import { type Sheet, useSheet } from "./useSheet";
import "./sheet.css";

const t = words.sheet;

/** What is offered by a button of its own; the rest stands under "more". */
const FIRST = new Set([
  "Message",
  "Code",
  "Symptom",
  "Sample",
  "Item",
  "Step",
  "Words",
  "Command",
  "Expect",
  "Caution",
  "Capture",
  "Put back",
  "When",
  "With",
  "Required",
  "Otherwise",
  "Sets",
  "Choices",
  "Side effect",
]);
const HEAD_FIRST = new Set(["title", "phases", "products", "minutes", "risk", "needs"]);

interface Shared {
  sheet: Sheet;
  outline: Outline;
  problems: readonly Problem[];
  drag: RowDrag;
  mend: (p: Problem) => void;
  /** Where a fix that nobody has written is written; null if there is one. */
  writeFix: (key: string) => string | null;
  review: Review;
  /** The revision that the text is of, for what is said about it; null while it is not saved. */
  saved: number | null;
}

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

function Head({ shared }: { shared: Shared }) {
  const { sheet, outline } = shared;
  const said = outline.head.filter((f) => f.values.length > 0 || HEAD_FIRST.has(f.name));
  const rest = outline.head.filter((f) => !said.includes(f));
  const opened = sheet.open?.kind === "head" ? sheet.open.field : null;
  const more = rest.find((f) => f.name === opened);
  return (
    <section className="part-head">
      {[...said, ...(more ? [more] : [])].map((f) =>
        opened === f.name ? (
          <PartForm
            key={f.name}
            label={t.head[f.name]?.label ?? f.name}
            help={t.head[f.name]?.help ?? ""}
            fields={[f]}
            outline={outline}
            write={sheet.writeHead}
            onClose={sheet.close}
            onRemove={
              HEAD_FIRST.has(f.name) ? undefined : () => void sheet.writeHead({ [f.name]: [] }, [f.name])
            }
          />
        ) : (
          <Row
            key={f.name}
            label={t.head[f.name]?.label ?? f.name}
            onOpen={() => sheet.openHead(f.name)}
            focused={false}
          >
            <HeadValue field={f} />
          </Row>
        ),
      )}
      <HeldProblems problems={problemsOfHead(outline, shared.problems)} mend={shared.mend} />
      {rest.length > 0 && (
        <Dropdown
          trigger={["click"]}
          menu={{
            items: rest.map((f) => ({ key: f.name, label: t.head[f.name]?.add ?? f.name })),
            onClick: (x) => sheet.openHead(x.key),
          }}
        >
          <button type="button" className="plain add-part">
            + {t.moreAbout}
          </button>
        </Dropdown>
      )}
    </section>
  );
}

function HeadValue({ field }: { field: OutlineField }) {
  if (field.values.length === 0) return <span className="soft">{t.notSaid}</span>;
  if (field.name === "title") return <b className="title">{field.values[0]}</b>;
  if (field.shape === "minutes") return <>{words.common.minutes(Number(field.values[0]) || 0)}</>;
  return <>{field.values.join(", ")}</>;
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

/** Signatures out of a pasted text. */
function FromText({ shared, path, part }: { shared: Shared; path: Path; part: OutlinePart }) {
  const [open, setOpen] = useState(false);
  const [made, setMade] = useState<Addition[]>([]);
  const say = useSay();
  if (!open)
    return (
      <div className="add-parts">
        <button type="button" className="plain add-part" onClick={() => setOpen(true)}>
          + {t.fromText}
        </button>
      </div>
    );
  const take = async () => {
    const came = await shared.sheet.addAll(path, part, made);
    if (came) say.failed(new Error(came.offline ? t.offline : came.refused));
    else setOpen(false);
  };
  return (
    <div
      className="part-form"
      onKeyDown={(e) => {
        if (e.key === "Escape") setOpen(false);
        if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) void take();
      }}
    >
      <Proposing autoFocus onChange={setMade} />
      <div className="part-form-foot">
        <Button size="small" type="primary" disabled={made.length === 0} onClick={() => void take()}>
          {t.takeOver}
        </Button>
        <Key k="Ctrl Enter" />
      </div>
    </div>
  );
}

/** The lines of a part that are not those of one within it; null if it is not written. */
function ownLines(part: OutlinePart): [number, number] | null {
  if (part.line === 0) return null;
  const first = part.below[0];
  return [part.line, first ? Math.max(part.line, first.line - 1) : part.end];
}

function labelOf(part: OutlinePart) {
  const item = part.kind === "item" ? t.items[part.keyword] : undefined;
  const plain = { words: "Words", command: "Command", step: "Step" }[part.kind as string] ?? part.keyword;
  const said = item ?? t.keywords[plain];
  return {
    label: said?.label || said?.add || part.keyword,
    help: said?.help ?? "",
  };
}

/** A part as it reads. */
function Reads({ part, number }: { part: OutlinePart; number: number }) {
  switch (part.kind) {
    case "step":
      return (
        <h3>
          <span className="step-number">{number}</span> {valueOf(part, "title")}
        </h3>
      );
    case "command":
      return (
        <pre className="command">
          <code>{valueOf(part, "command")}</code>
        </pre>
      );
    case "words":
      return <span className="as-written">{valueOf(part, "words")}</span>;
    case "item": {
      const title = valueOf(part, "title") || valueOf(part, "text");
      const reason = valueOf(part, "reason");
      return (
        <>
          {part.keyword !== "Ruled out" && <span className="step-number">{number + 1}</span>}{" "}
          {part.keyword === "Ruled out" ? <s>{title}</s> : <b>{title}</b>}
          {reason && <span className="soft"> {reason}</span>}
        </>
      );
    }
    default:
      return (
        <>
          {part.fields.map((f, i) =>
            f.values.length === 0 ? null : (
              <Fragment key={f.name}>
                {i > 0 && <span className="soft"> · {JOINTS[f.name] ?? ""} </span>}
                <span className={MONO.has(f.shape) ? "mono" : i > 0 ? "soft" : ""}>{shown(f)}</span>
              </Fragment>
            ),
          )}
        </>
      );
  }
}

/** Minutes that were written as a number alone say what they are. */
function shown(f: OutlineField): string {
  const value = f.values.join(", ");
  return f.shape === "minutes" && /^[\d.]+$/.test(value) ? words.common.minutes(Number(value)) : value;
}

const MONO = new Set(["code", "template", "condition", "pair"]);
const JOINTS: Record<string, string> = {
  called: "called",
  words: "in words",
  otherwise: "otherwise",
  fact: "kept as",
  choices: "answers",
};

function begin(sheet: Sheet, into: Path, seen: OutlinePart | null, o: Offer) {
  // what has nothing to be filled in is there at once
  if (o.fields.length === 0)
    void sheet
      .writeNew(
        into,
        seen,
        o,
      )({}, [])
      .then(() => sheet.close(true));
  else sheet.openNew(into, o);
}

function OfferMenu(p: { offers: readonly Offer[]; begin: (o: Offer) => void; children: ReactNode }) {
  return (
    <Dropdown
      trigger={["click"]}
      menu={{
        items: p.offers.map((o) => ({ key: o.what, label: t.keywords[o.what]?.add ?? o.what })),
        onClick: (x) => {
          const offer = p.offers.find((o) => o.what === x.key);
          if (offer) p.begin(offer);
        },
      }}
    >
      {p.children}
    </Dropdown>
  );
}

/** What may be added here: the usual by a button each, the rest in a list; and what is being added. */
function Offers({
  shared,
  offers,
  into,
  seen,
}: {
  shared: Shared;
  offers: readonly Offer[];
  into: Path;
  seen: OutlinePart | null;
}) {
  const { sheet, outline } = shared;
  const open = sheet.open;
  const section = seen?.keyword ?? "";
  const saidOf = (o: Offer) => (o.what === "Item" ? t.items[section] : t.keywords[o.what]);
  const first = offers.filter((o) => FIRST.has(o.what));
  const rest = offers.filter((o) => !FIRST.has(o.what));
  const adding = open?.kind === "new" && samePath(open.into, into) ? open.offer : null;
  const item = seen?.kind === "item";
  if (offers.length === 0 && !adding) return null;
  // an item has a sign of its own for what belongs under it
  const buttons = !item;
  return (
    <>
      {adding && (
        <PartForm
          key={adding.what}
          keyword={adding.what}
          label={saidOf(adding)?.label || saidOf(adding)?.add || adding.what}
          help={saidOf(adding)?.help ?? ""}
          fields={adding.fields.map((f) => (f.name === "language" ? { ...f, values: ["sh"] } : f))}
          outline={outline}
          write={sheet.writeNew(into, seen, adding)}
          onClose={sheet.close}
          onRemove={
            open?.kind === "new" && open.at && seen ? () => sheet.remove(open.at ?? [], seen) : undefined
          }
        />
      )}
      {buttons && (
        <div className="add-parts">
          {first.map((o) => (
            <button
              key={o.what}
              type="button"
              className="plain add-part"
              onClick={() => begin(sheet, into, seen, o)}
            >
              + {saidOf(o)?.add ?? o.what}
            </button>
          ))}
          {rest.length > 0 && (
            <OfferMenu offers={rest} begin={(o) => begin(sheet, into, seen, o)}>
              <button type="button" className="plain add-part">
                + {t.more}
              </button>
            </OfferMenu>
          )}
        </div>
      )}
    </>
  );
}
