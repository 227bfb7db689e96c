/** Of whoever is signed in: what most tests do not ask for. */
export const signedIn = {
  password: true,
  byAccount: false,
  account: null,
  demo: false,
  lessThanLead: false,
  news: [],
  signOut: () => undefined,
};
