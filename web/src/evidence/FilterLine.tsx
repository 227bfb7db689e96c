import { Popover, Select } from "antd";
import type { ErrorEvidence } from "../api";
import { words } from "../words";
import { type Filters, isChosen, withFact } from "./filters";

const w = words.evidence.filters;
const NONE: Filters = { product: "", agent: "", from: "", to: "", facts: {} };

/** Which cases are told of, as a phrase; pressed, it opens what can be chosen. */
export function FilterLine(p: {
  filters: Filters;
  choices: ErrorEvidence["choices"] | undefined;
  onChange: (f: Filters) => void;
}) {
  const { filters: f, choices } = p;
  const parts = [
    f.product,
    f.agent && nameOf(choices, f.agent),
    f.from && w.since(f.from),
    f.to && w.until(f.to),
    ...Object.entries(f.facts).map(([name, value]) => `${factTitle(choices, name)}: ${value}`),
  ].filter((s) => s !== "");
  return (
    <span className="filter-line">
      <Popover trigger="click" placement="bottomRight" content={<Choose {...p} />}>
        <button type="button" className="plain" title={w.label}>
          {isChosen(f) ? w.chosen(parts) : w.all} ▾
        </button>
      </Popover>
      {isChosen(f) && (
        <button type="button" className="plain soft" onClick={() => p.onChange(NONE)}>
          {w.clear}
        </button>
      )}
    </span>
  );
}

/** Somebody who no longer worked such cases has no name here. */
function nameOf(choices: ErrorEvidence["choices"] | undefined, id: string): string {
  return choices?.agents.find((x) => String(x.id) === id)?.name ?? w.somebody;
}

function factTitle(choices: ErrorEvidence["choices"] | undefined, name: string): string {
  return choices?.facts.find((x) => x.name === name)?.title ?? name;
}

function Choose(p: {
  filters: Filters;
  choices: ErrorEvidence["choices"] | undefined;
  onChange: (f: Filters) => void;
}) {
  const { filters: f, choices } = p;
  const day = (name: "from" | "to", label: string) => (
    <label>
      {label}
      <input type="date" value={f[name]} onChange={(e) => p.onChange({ ...f, [name]: e.target.value })} />
    </label>
  );
  return (
    <div className="filters">
      {(choices?.products.length ?? 0) > 1 && (
        <Pick
          label={w.product}
          value={f.product}
          values={(choices?.products ?? []).map(asIs)}
          onPick={(product) => p.onChange({ ...f, product })}
        />
      )}
      {(choices?.agents.length ?? 0) > 0 && (
        <Pick
          label={w.agent}
          value={f.agent}
          values={(choices?.agents ?? [])
            .map((x) => ({ value: String(x.id), label: x.name }))
            .sort((a, b) => a.label.localeCompare(b.label))}
          onPick={(agent) => p.onChange({ ...f, agent })}
        />
      )}
      {day("from", w.from)}
      {day("to", w.to)}
      {choices?.facts.map((x) => (
        <Pick
          key={x.name}
          label={x.title}
          value={f.facts[x.name] ?? ""}
          values={x.values.map(asIs)}
          onPick={(value) => p.onChange(withFact(f, x.name, value))}
        />
      ))}
    </div>
  );
}

interface Choice {
  value: string;
  label: string;
}

const asIs = (value: string): Choice => ({ value, label: value });

function Pick(p: { label: string; value: string; values: Choice[]; onPick: (v: string) => void }) {
  return (
    <label>
      {p.label}
      <Select
        size="small"
        aria-label={p.label}
        showSearch
        optionFilterProp="label"
        value={p.value}
        options={[{ value: "", label: w.any }, ...p.values]}
        onChange={p.onPick}
      />
    </label>
  );
}
