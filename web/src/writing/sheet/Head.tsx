import { Dropdown } from "antd";
import type { OutlineField } from "../../api";
import { words } from "../../words";
import { PartForm } from "./PartForm";
import { problemsOfHead } from "./parts";
import { HeldProblems, Row } from "./Row";
import type { Shared } from "./shared";

const t = words.sheet;

const HEAD_FIRST = new Set(["title", "phases", "products", "minutes", "risk", "needs"]);

/** What the head says, and what it could say. */
export function Head({ shared }: { shared: Shared }) {
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
