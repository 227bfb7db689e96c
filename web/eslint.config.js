import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import ts from "typescript-eslint";

const features = ["session", "desk", "taking-in", "case", "library", "writing", "team", "frame", "look"];

export default ts.config(
  { ignores: ["dist", "src/api/schema.gen.ts"] },
  ...ts.configs.strict,
  {
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { globals: globals.browser },
    plugins: { "react-hooks": hooks },
    // features meet only through their index
    rules: {
      ...hooks.configs.recommended.rules,
      "no-console": "error",
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              regex: `^\\.\\./(${features.join("|")})/.+(?<!\\.css)$`,
              message: "meet another feature through its index only",
            },
          ],
        },
      ],
    },
  },
  {
    files: ["src/look/**", "src/frame/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              regex: "^\\.\\./(session|desk|taking-in|case|library|writing|team)(/|$)",
              message: "look and frame know no feature",
            },
          ],
        },
      ],
    },
  },
);
