/** The least that the server takes. */
export const SHORTEST = 12;

const OFTEN = [
  "password",
  "passord",
  "qwerty",
  "letmein",
  "welcome",
  "mendak",
  "admin",
  "summer",
  "winter",
  "123456",
];
const SHORT = 0;
const WEAK = 1;
const FAIR = 2;
const STRONG = 3;
const STRONG_FROM = 16;
const DIFFERENT_FROM = 8;

/**
 * How well a password holds against guessing: 0 too short, 1 weak, 2 fair, 3 strong. Length counts most (NIST SP 800-63B, appendix A); the same few characters
 * again and again, or what everybody tries, make it weak. The server decides what is taken.
 */
export function strength(password: string): number {
  const low = password.replaceAll(/\s+/g, " ").toLowerCase();
  const length = [...low].length;
  if (length < SHORTEST) return SHORT;
  const different = new Set(low).size;
  const rest = OFTEN.reduce((left, word) => left.replaceAll(word, ""), low);
  if (different < DIFFERENT_FROM || [...rest].length < SHORTEST / 2) return WEAK;
  return length >= STRONG_FROM && different > DIFFERENT_FROM ? STRONG : FAIR;
}
