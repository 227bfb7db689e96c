import { Input, Select } from "antd";
import { useQuery } from "@tanstack/react-query";
import { useTakingIn, wordsQuery } from "../frame";
import { words } from "../words";

/** What is known besides the text: product, version, phase, device, who waits. One line of small boxes, none of them needed. */
export function About() {
  const { draft, change } = useTakingIn();
  const { data } = useQuery(wordsQuery);
  const products = data?.products ?? [];
  const versions = products.find((p) => p.name === draft.product)?.versions ?? [];
  const t = words.takingIn;
  const options = (values: readonly string[]) => values.map((v) => ({ value: v, label: v }));
  return (
    <div className="about">
      <Select
        aria-label={t.product}
        placeholder={t.anyProduct}
        allowClear
        showSearch
        value={draft.product || undefined}
        options={options(products.map((p) => p.name))}
        onChange={(v) => change({ product: v ?? "", version: "" })}
      />
      <Select
        aria-label={t.version}
        placeholder={t.anyVersion}
        allowClear
        disabled={versions.length === 0}
        value={draft.version || undefined}
        options={options(versions)}
        onChange={(v) => change({ version: v ?? "" })}
      />
      <Select
        aria-label={t.phase}
        placeholder={t.anyPhase}
        allowClear
        value={draft.phase || undefined}
        options={options(Object.keys(words.phases))}
        onChange={(v) => change({ phase: v ?? "" })}
      />
      <Input
        aria-label={t.device}
        placeholder={t.device}
        maxLength={120}
        value={draft.device}
        onChange={(e) => change({ device: e.target.value })}
      />
      <Input
        aria-label={t.requester}
        placeholder={t.requester}
        maxLength={120}
        value={draft.requester}
        onChange={(e) => change({ requester: e.target.value })}
      />
      <Input
        aria-label={t.reference}
        placeholder={t.reference}
        maxLength={120}
        value={draft.reference}
        onChange={(e) => change({ reference: e.target.value })}
      />
    </div>
  );
}
