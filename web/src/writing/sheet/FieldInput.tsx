import { useQuery } from "@tanstack/react-query";
import { AutoComplete, Checkbox, Input, Select } from "antd";
import { type KeyboardEvent, useState } from "react";
import type { Outline, OutlineField } from "../../api";
import { wordsQuery } from "../../frame";
import { words } from "../../words";
import { findQuery } from "../api";
import { keyOf } from "./parts";

const t = words.sheet;
const MONO = new Set(["code", "template", "condition", "pair", "command"]);
const MANY_LINES = new Set(["words", "command"]);

/** One place of a part, to be typed into. Enter means that it is done, where a line is all there is. */
export function FieldInput(p: {
  field: OutlineField;
  label: string;
  values: string[];
  onChange: (values: string[]) => void;
  onDone: () => void;
  /** The fixes that this document names, for those that stand in relation to others. */
  outline: Outline;
  placeholder?: string;
}) {
  const { field, values, onChange } = p;
  const { data: vocabulary } = useQuery({ ...wordsQuery, enabled: NAMED.has(field.shape) });
  const value = values[0] ?? "";
  if (field.name === "language") {
    const known = t.languages.some((l) => l.value === value);
    return (
      <Select
        aria-label={p.label}
        value={value}
        onChange={(v: string) => onChange([v])}
        options={[...t.languages, ...(known ? [] : [{ value, label: value }])]}
      />
    );
  }
  switch (field.shape) {
    case "yes":
      return (
        <Checkbox
          aria-label={p.label}
          checked={value === "true" || value === "yes"}
          onChange={(e) => onChange(e.target.checked ? ["true"] : [])}
        >
          {t.yes}
        </Checkbox>
      );
    case "choice":
      return (
        <Select
          aria-label={p.label}
          mode={field.name === "phases" ? "multiple" : undefined}
          allowClear={field.name === "type"}
          value={field.name === "phases" ? values : value || undefined}
          onChange={(v: string | string[] | undefined) => onChange(typeof v === "string" ? [v] : (v ?? []))}
          options={field.choices.map((c) => ({ value: c, label: c }))}
        />
      );
    case "day":
      return (
        <Input
          type="date"
          aria-label={p.label}
          value={value}
          onChange={(e) => onChange(e.target.value ? [e.target.value] : [])}
        />
      );
    case "fact":
      return (
        <AutoComplete
          aria-label={p.label}
          value={value}
          onChange={(v: string) => onChange(v ? [v] : [])}
          options={(vocabulary?.facts ?? []).map((f) => ({ value: f.id, label: `${f.id} · ${f.title}` }))}
          showSearch={{
            filterOption: (typed, o) => String(o?.label).toLowerCase().includes(typed.toLowerCase()),
          }}
        />
      );
    case "pairs":
    case "list":
      // a sentence for each answer has commas of its own
      if (field.name === "words") {
        return (
          <Input.TextArea
            aria-label={p.label}
            autoSize={{ minRows: 2, maxRows: 12 }}
            value={values.join("\n")}
            onChange={(e) => onChange(e.target.value.split("\n"))}
          />
        );
      }
      return (
        <Select
          aria-label={p.label}
          mode="tags"
          open={false}
          suffixIcon={null}
          tokenSeparators={[","]}
          value={values}
          onChange={onChange}
        />
      );
    case "products":
    case "needs":
    case "facts":
      return (
        <Several
          label={p.label}
          values={values}
          onChange={onChange}
          options={known(field.shape, vocabulary)}
        />
      );
    case "fixes":
      return (
        <Several
          label={p.label}
          values={values}
          onChange={onChange}
          options={fixesOf(p.outline).map((f) => ({ value: f.key, label: f.title }))}
        />
      );
    default: {
      const many = MANY_LINES.has(field.shape);
      return (
        <Input.TextArea
          aria-label={p.label}
          className={MONO.has(field.shape) ? "mono" : ""}
          autoSize={{ minRows: many ? 2 : 1, maxRows: 24 }}
          value={value}
          placeholder={p.placeholder}
          onChange={(e) => onChange(e.target.value === "" ? [] : [e.target.value])}
          onKeyDown={(e: KeyboardEvent) => {
            if (e.key !== "Enter" || e.shiftKey || (many && !(e.ctrlKey || e.metaKey))) return;
            e.preventDefault();
            p.onDone();
          }}
        />
      );
    }
  }
}

/** Several of a list, or others; it closes with each choice, so that nothing lies over what comes next. */
function Several(p: {
  label: string;
  values: string[];
  onChange: (values: string[]) => void;
  options: { value: string; label: string }[];
}) {
  const [open, setOpen] = useState(false);
  return (
    <Select
      aria-label={p.label}
      mode="tags"
      tokenSeparators={[","]}
      open={open}
      onOpenChange={setOpen}
      value={p.values}
      onChange={(values: string[]) => {
        p.onChange(values);
        setOpen(false);
      }}
      options={p.options}
    />
  );
}

const NAMED = new Set(["fact", "facts", "needs", "products"]);

type Vocabulary = { products: { name: string }[]; facts: Titled[]; needs: Titled[] };
interface Titled {
  id: string;
  title: string;
}

function known(shape: string, v: Vocabulary | undefined) {
  if (shape === "products") return (v?.products ?? []).map((x) => ({ value: x.name, label: x.name }));
  return (shape === "needs" ? (v?.needs ?? []) : (v?.facts ?? [])).map((x) => ({
    value: x.id,
    label: x.title,
  }));
}

function fixesOf(outline: Outline): { key: string; title: string }[] {
  return outline.parts
    .filter((s) => s.keyword === "Try")
    .flatMap((s) => s.below)
    .map((i) => ({
      key: i.fields.find((f) => f.name === "fix")?.values[0] ?? "",
      title: i.fields.find((f) => f.name === "title")?.values[0] ?? "",
    }))
    .filter((f) => f.key !== "");
}

/** A fix that exists, by its title, or the title of a new one. */
export function FixInput(p: {
  fix: string;
  title: string;
  autoFocus: boolean;
  onChoose: (fix: string, title: string) => void;
}) {
  const [typed, setTyped] = useState("");
  const { data } = useQuery(findQuery("fixes", typed.trim()));
  const found = (data ?? []).filter((d) => d.status !== "retired");
  const key = keyOf(typed);
  const isNew =
    typed.trim() !== "" &&
    key !== "" &&
    !found.some((f) => f.title.toLowerCase() === typed.trim().toLowerCase());
  const options = [
    ...found.map((f) => ({ value: f.key, label: f.title, text: f.title })),
    ...(isNew && !found.some((f) => f.key === key)
      ? [{ value: key, label: t.newFix(typed.trim()), text: typed.trim() }]
      : []),
  ];
  return (
    <Select
      autoFocus={p.autoFocus}
      defaultOpen={p.autoFocus && p.fix === ""}
      aria-label={t.findFix}
      placeholder={t.findFix}
      showSearch={{ filterOption: false, onSearch: setTyped }}
      value={p.fix === "" ? undefined : p.fix}
      labelRender={(x) => (x.value === p.fix ? p.title : x.label)}
      onChange={(v: string) => p.onChoose(v, options.find((o) => o.value === v)?.text ?? v)}
      options={options}
    />
  );
}
