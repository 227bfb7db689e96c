import { Button } from "antd";
import type { OneTimeAddress } from "../api";
import { useSay } from "../look";
import { words } from "../words";

const t = words.team;

/** A one-time address that was just made; it is not told again. */
export function Address({ address }: { address: OneTimeAddress }) {
  const say = useSay();
  const whole = `${window.location.origin}/${address.path}`;
  const copy = () => void navigator.clipboard.writeText(whole).then(() => say.done(t.copied), say.failed);
  return (
    <div className="made-token">
      <p>{t.addressMade(address.until)}</p>
      <code className="mono">{whole}</code> <Button onClick={copy}>{t.copy}</Button>
    </div>
  );
}
