import "@fontsource/alegreya-sans/latin-400.css";
import "@fontsource/alegreya-sans/latin-500.css";
import "@fontsource/alegreya-sans/latin-700.css";
import "@fontsource/ibm-plex-mono/latin-400.css";
import "antd/dist/reset.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./App";
import { chosenCloth, clothFor, wear } from "./look";
import "./look/look.css";

// before the first picture, so that it does not flash in the wrong cloth
wear(
  clothFor(chosenCloth(), window.matchMedia("(prefers-color-scheme: dark)").matches),
  document.documentElement,
);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}
