/** A number with its noun. */
export const many = (n: number, one: string, more: string) =>
  `${n.toLocaleString("en-GB")} ${n === 1 ? one : more}`;
