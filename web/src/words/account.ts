/** Signing in with an account from elsewhere; {@code account} is what the desk calls it, such as "your harbour account". */
export const accountWords = {
  signIn: (account: string) => `Sign in with ${account}`,
  orPassword: "or with a password of this desk",
  title: "My account",
  byIt: (account: string) => `You sign in with ${account}. Your role here comes with it.`,
  notYet: (account: string) =>
    `So far you sign in with a password. Once you sign in with ${account}, your role here comes with it.`,
  lessThanLead: (account: string) =>
    `You are a lead, and leads here need a second factor. You came in without one; sign out, and in with ${account}, which asks for it.`,
  tie: (account: string) => `Sign in with ${account} from now on`,
  /** Why somebody was not let in, by the server's word for it. */
  cameBack: {
    untrue: "What your account sent could not be trusted, so you were not let in. Sign in once more.",
    late: "That took too long, or began in another browser. Sign in once more.",
    declined: "You were not signed in at your account. Nothing was changed.",
    silent: "The service of the accounts does not answer. Try again, or sign in with a password.",
    roleless: "Your account has no role at this desk. Ask a lead, or whoever looks after the accounts.",
    "shut-out": "You were shut out of this desk. Ask a lead.",
    taken: "Somebody else signs in here with that account. Nothing was changed; ask a lead.",
    "not-stored": "Nothing can be stored at this desk just now, so nobody new can come in. Try again later.",
    tied: "From now on you can sign in with your account.",
  } as Record<string, string>,
  mark: "by account",
  roleSays: "The role comes with their account.",
  untie: "Untie the account",
  untied: "Untied. They sign in with a password from now on.",
};
