/** The one live stream of this browser tab: what the server tells by itself, handed to whoever listens. */
export { onLive, useLive } from "./live";
