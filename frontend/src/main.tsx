import "@fontsource/barlow/latin-500.css";
import "@fontsource/barlow/latin-600.css";
import "@fontsource/barlow/latin-700.css";
import "@fontsource/barlow-semi-condensed/latin-500.css";
import "@fontsource/barlow-semi-condensed/latin-600.css";
import "./app/base.css";
// In this order: stations and shared parts use each other's classes.
import "./shared/fields/file.css";
import "./stations/bench/bench.css";
import "./stations/cut/cut.css";
import "./stations/fit/fit.css";
import "./stations/mark/mark.css";
import "./shared/fields/typed.css";
import "./stations/measure/outline.css";
import "./stations/measure/measure.css";
import "./stations/workout/hips.css";
import "./stations/workout/stair.css";
import "./stations/workout/workout.css";
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
