/** The time by the server's clock: a laptop's own is often wrong, and what is shown beside the server's times must fit them. */

let aheadMs = 0;

/** Milliseconds since 1970. The only place that reads the machine's clock for what is shown or sent. */
export const now = (): number => Date.now() + aheadMs;

/** Says what the server's clock shows at this moment. */
export function serverSays(at: string): void {
  aheadMs = Date.parse(at) - Date.now();
}
