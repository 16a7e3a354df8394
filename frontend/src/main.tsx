import "@fontsource/barlow/latin-500.css";
import "@fontsource/barlow/latin-600.css";
import "@fontsource/barlow/latin-700.css";
import "@fontsource/barlow-semi-condensed/latin-500.css";
import "@fontsource/barlow-semi-condensed/latin-600.css";
import "./app/base.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { outbox } from "./outbox/outbox";
import { keepProgram } from "./outbox/reach";
import { claimTab } from "./outbox/tabs";

const root = document.getElementById("root");
const draw = () => {
  void outbox.start();
  keepProgram();
  if (root)
    createRoot(root).render(
      <StrictMode>
        <App />
      </StrictMode>,
    );
};
// Each tab takes up its own drafts, so it has to know which it is.
claimTab().then(draw, draw);
