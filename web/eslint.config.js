import { readdirSync } from "node:fs";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import ts from "typescript-eslint";

// every folder is a room with a wall: a new one is held from its first file
const rooms = readdirSync(new URL("./src", import.meta.url), { withFileTypes: true })
  .filter((f) => f.isDirectory() && f.name !== "testing")
  .map((f) => f.name);

/** Forbids imports of other rooms past their index, and of these rooms at all. */
const walls = (never, why) => [
  "error",
  {
    patterns: [
      {
        regex: `^\\.\\./(${rooms.join("|")})/.+(?<!\\.css)$`,
        message: "meet another room through its index only",
      },
      ...(never.length === 0 ? [] : [{ regex: `^\\.\\./(${never.join("|")})(/|$)`, message: why }]),
    ],
  },
];

/** What a room below the places may know. */
const below = (room, known) => ({
  files: [`src/${room}/**/*.{ts,tsx}`],
  rules: {
    "no-restricted-imports": walls(
      rooms.filter((r) => r !== room && !known.includes(r)),
      `${room} knows ${known.join(", ") || "no other room"} alone`,
    ),
  },
});

export default ts.config(
  { ignores: ["dist", "src/api/schema.gen.ts"] },
  ...ts.configs.strict,
  {
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { globals: globals.browser },
    plugins: { "react-hooks": hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      "no-console": "error",
      "no-restricted-imports": walls([]),
      "no-restricted-syntax": [
        "error",
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: "the time is the server's: now() of api",
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: "the time is the server's: now() of api",
        },
      ],
    },
  },
  below("api", []),
  below("words", []),
  below("live", []),
  below("look", ["api", "words"]),
  below("surges", ["api", "words", "look", "live"]),
  below("frame", ["api", "words", "look", "live", "surges"]),
  { files: ["src/api/clock.ts"], rules: { "no-restricted-syntax": "off" } },
);
