import { client } from "./client";
import { asForm, unwrap } from "./queries";

export const readOutline = (file: File) => unwrap(client.POST("/api/read-outline", asForm(file)));
export const readMesh = (file: File, hollow = false) =>
	unwrap(client.POST("/api/read-mesh", { params: { query: { hollow } }, ...asForm(file) }));
