import { client } from "./client";
import { unwrap } from "./queries";
import type { CutSolidIn, SolidIn } from "./types";

export const atHandAddress = (id: string) => `/api/loaves/${id}/at-hand.png`;
/** A file of solids comes as it is. */
export const drawSolid = (asked: SolidIn): Promise<ArrayBuffer> =>
	unwrap<unknown>(client.POST("/api/solid", { body: asked, parseAs: "arrayBuffer" })) as Promise<ArrayBuffer>;
export const cutSolid = (asked: CutSolidIn) => unwrap(client.POST("/api/solid/cut", { body: asked }));
export const tellSolid = (asked: SolidIn) => unwrap(client.POST("/api/solid/words", { body: asked }));
