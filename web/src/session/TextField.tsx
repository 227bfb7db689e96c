import { Input } from "antd";

/** A labelled box of the two forms that stand outside the application. */
export function TextField(p: {
  label: string;
  name: string;
  autoComplete: string;
  value: string;
  onChange: (value: string) => void;
  first?: boolean;
  secret?: boolean;
}) {
  const Box = p.secret ? Input.Password : Input;
  return (
    <label>
      {p.label}
      <Box
        name={p.name}
        autoComplete={p.autoComplete}
        autoFocus={p.first}
        value={p.value}
        onChange={(e) => p.onChange(e.target.value)}
      />
    </label>
  );
}

/** What the server said against it, in its words. */
export function Refused({ why }: { why: string }) {
  return why === "" ? null : (
    <p className="refused" role="alert">
      {why}
    </p>
  );
}
