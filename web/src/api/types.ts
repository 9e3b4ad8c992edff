import type { Readable } from "openapi-typescript-helpers";
import type { components } from "./schema";

// As the client hands them out: its mapping turns fixed-length pairs into plain arrays.
type Schemas = Readable<components["schemas"]>;

export type Loaf = Schemas["Loaf"];
export type LoafPlan = Schemas["LoafPlan"];
export type LoafOut = Schemas["LoafOut"];
export type LoafSummary = Schemas["LoafSummary"];
export type Preview = Schemas["Preview"];
export type Embed = Schemas["Embed"];
export type Outline = Embed["outline"];
export type Pour = Schemas["Pour"];
export type Lay = Schemas["Lay"];
export type Formula = Schemas["Formula"];
export type Frosting = Schemas["Frosting"];
export type CavityPieces = Schemas["CavityPieces"];
export type Colour = Schemas["Colour"];
export type ColourShare = Schemas["ColourShare"];
export type Mould = Schemas["LoafMould"];
export type Figure = Schemas["Figure"];
export type Piece = Schemas["PiecePlan"];
export type Pot = Schemas["Pot"];
export type Bar = Schemas["Bar"];
export type Step = Schemas["Step"];
export type Amount = Schemas["Amount"];
export type Task = Schemas["Task"];
export type Problem = Schemas["Problem"];
export type ProblemReport = Schemas["ProblemReport"];
export type Remark = Schemas["Remark"];
export type StaleReport = Schemas["StaleReport"];
export type Cupboard = Schemas["CupboardOut"];
export type Fat = Schemas["Fat"];
export type BenchLog = Schemas["BenchLog"];
export type BenchPress = Schemas["BenchPress"];
