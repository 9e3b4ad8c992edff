import { client } from "./client";
import { asForm, unwrap } from "./queries";

/** Where the pieces on a loaf's top lie in a photograph between the rim strips; it is not kept. */
export const seeTop = (loaf_id: string, photo: File) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/top-seen", { ...asForm(photo), params: { path: { loaf_id } } }));
