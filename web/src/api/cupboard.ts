import { client } from "./client";
import { unwrap } from "./queries";
import type { Additive, Colourant, Formula, Scent, StockCount } from "./types";

export const writeFormula = (formula: Formula) => unwrap(client.POST("/api/formulas", { body: formula }));
export const putScent = (scent: Scent) => unwrap(client.PUT("/api/cupboard/scents", { body: scent }));
export const putAdditive = (additive: Additive) =>
	unwrap(client.PUT("/api/cupboard/additives", { body: additive }));
export const putColourant = (jar: Colourant) => unwrap(client.PUT("/api/cupboard/colourants", { body: jar }));
export const takeOutOfCupboard = (kind: "scent" | "colourant" | "additive", key: string) =>
	unwrap(client.DELETE("/api/cupboard/{kind}/{key}", { params: { path: { kind, key } } }));
export const countStock = (count: StockCount) => unwrap(client.PUT("/api/cupboard/stock", { body: count }));
