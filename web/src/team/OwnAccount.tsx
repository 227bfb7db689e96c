import { Button } from "antd";
import { useContext } from "react";
import { cameBack, SignedIn } from "../frame";
import { useSay } from "../look";
import { words } from "../words";
import { tieAccount } from "./api";

/** One's account from elsewhere, where the desk takes such: whether one signs in with it, and how one comes to. */
export function OwnAccount() {
  const { account, byAccount, lessThanLead } = useContext(SignedIn);
  const say = useSay();
  if (account === null) return null;
  const said = cameBack();
  const tie = async () => {
    try {
      window.location.assign((await tieAccount()).address);
    } catch (e) {
      say.failed(e);
    }
  };
  return (
    <section className="own-account">
      <h2>{words.account.title}</h2>
      {said && <p role="status">{said}</p>}
      <p className="soft">{byAccount ? words.account.byIt(account) : words.account.notYet(account)}</p>
      {lessThanLead && <p role="status">{words.account.lessThanLead(account)}</p>}
      {!byAccount && <Button onClick={() => void tie()}>{words.account.tie(account)}</Button>}
    </section>
  );
}
