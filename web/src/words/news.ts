const moment = (at: string) =>
  new Date(at).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

/** What happened about somebody's sign-in, each as a sentence of its own; {@code who} is who did it. */
const sentences: Record<string, (who: string, detail: string) => string> = {
  "password-changed": () => "Your password was changed, and all other sign-ins ended.",
  "password-chosen": () => "A new password was chosen with a one-time address.",
  "address-made": (who) => `${who} made a one-time address for a new password of yours.`,
  "account-tied": () => "An account was tied to your sign-in.",
  "account-untied": (who) => `${who} untied your account.`,
  "sign-in-refused": () => "Somebody tried your sign-in with a wrong password.",
  "person-changed": (who, detail) => `${who} changed your sign-in: ${detail}.`,
  "access-ended": (who) => `${who} ended all your sign-ins and tokens.`,
  "session-ended": (who) => `${who} ended a sign-in of yours.`,
  "signed-in": () => "You came in at a browser that was new.",
  "token-ends": (_, detail) => `Your token “${detail}” ends. Make another one under Team, Mine.`,
};

export const newsWords = {
  title: "About your sign-in, since you were here last",
  read: "read",
  says: (n: { at: string; who: string; what: string; detail: string }) => {
    const sentence = Object.hasOwn(sentences, n.what) ? sentences[n.what] : undefined;
    return `${moment(n.at)}: ${sentence ? sentence(n.who, n.detail) : n.what}`;
  },
};
