/** An id that no other has. Not randomUUID: browsers have that only where the connection is encrypted. */
export const newId = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, "0")).join("");
