import type { components } from "./schema";

type Schemas = components["schemas"];
export type Shown = Schemas["Shown"];
export type Screen = Schemas["ScreenView"];
export type WorkAnswer = Schemas["WorkAnswer"];
export type WorkOutAnswer = Schemas["WorkOutAnswer"];
export type Candidate = Schemas["CandidateView"];
export type Check = Schemas["CheckView"];
export type Working = Schemas["WorkingView"];
export type Drift = Schemas["DriftView"];
export type Sheet = Schemas["SheetView"];
export type Dimension = Schemas["DimensionView"];
export type Profile = Schemas["ProfileView"];
export type Board = Schemas["BoardView"];
export type Stop = Schemas["StopView"];
export type SquareSetting = Schemas["SquareView"];
export type Station = Schemas["StationView"];
export type Work = Schemas["WorkView"];
export type Job = Schemas["JobView"];
export type WorkPage = Schemas["WorkPage"];
export type Bench = Schemas["BenchView"];
export type Card = Schemas["CardView"];
export type Problem = Schemas["ProblemView"];
export type FieldError = Schemas["ErrorView"];
export type Conflict = Schemas["ConflictView"];
export type Shop = Schemas["ShopView"];
export type JobPage = Schemas["JobPage"];
export type Settled = Schemas["SettledView"];
export type Origin = Schemas["OriginView"];
export type ChoiceGroup = Schemas["GroupView"];
export type Choice = Schemas["ChoiceView"];
export type Limit = Schemas["LimitView"];
export type LimitSetPage = Schemas["LimitSetPage"];
export type Devices = Schemas["DevicesView"];
export type PairingCode = Schemas["CodeView"];
/** What of the bench is wanted. */
export interface Shelf {
  search: string;
  archived: boolean;
  whole: string;
}
export type Roof = Schemas["RoofView"];
export type Fit = Schemas["FitView"];
export type Whole = Schemas["WholeView"];
export type Solid = Schemas["SolidView"];
export type History = Schemas["HistoryView"];
export type Document = Record<string, unknown>;
export type Point = readonly [number, number];
