import { Button, Dropdown } from "antd";
import { type ReactNode, useState } from "react";
import type { Offer, OutlinePart } from "../../api";
import { Key, useSay } from "../../look";
import { words } from "../../words";
import { PartForm } from "./PartForm";
import { type Path, samePath } from "./parts";
import type { Addition } from "./proposal";
import { Proposing } from "./Proposing";
import type { Shared } from "./shared";
import type { Sheet } from "./useSheet";

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

/** What may be added here: the usual by a button each, the rest in a list; and what is being added. */
export function Offers({
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
  // an item has a sign of its own for what belongs under it; a bare question is only half asked
  const buttons = !item || (seen.below.length === 0 && offers.some((o) => o.what === "Sets"));
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

export function begin(sheet: Sheet, into: Path, seen: OutlinePart | null, o: Offer) {
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

export function OfferMenu(p: { offers: readonly Offer[]; begin: (o: Offer) => void; children: ReactNode }) {
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

/** Signatures out of a pasted text. */
export function FromText({ shared, path, part }: { shared: Shared; path: Path; part: OutlinePart }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState("");
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
    else {
      setSaid("");
      setOpen(false);
    }
  };
  return (
    <div
      className="part-form"
      onKeyDown={(e) => {
        if (e.key === "Escape") setOpen(false);
        if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) void take();
      }}
    >
      <Proposing autoFocus text={said} onText={setSaid} onChange={setMade} />
      <div className="part-form-foot">
        <Button size="small" type="primary" disabled={made.length === 0} onClick={() => void take()}>
          {t.takeOver}
        </Button>
        <Key k="Ctrl Enter" />
      </div>
    </div>
  );
}
