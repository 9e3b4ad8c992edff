import { queryOptions } from "@tanstack/react-query";
import { client } from "./client";
import { unwrap } from "./queries";
import type { Loaf } from "./types";

export const versionsQuery = (loaf_id: string) =>
	queryOptions({
		queryKey: ["versions", loaf_id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/revisions", { params: { path: { loaf_id } } })),
		// Whoever opens the list wants to see what was saved a moment ago.
		gcTime: 0,
	});

/** What a saved document has otherwise than the open one; `basedOn`: the revision that both were made from. */
export const differencesQuery = (loaf_id: string, revision: number, document: Loaf, basedOn?: number) =>
	queryOptions({
		queryKey: ["differences", loaf_id, revision, document, basedOn],
		queryFn: () =>
			unwrap(
				client.POST("/api/loaves/{loaf_id}/revisions/{revision}/differences", {
					params: { path: { loaf_id, revision } },
					body: { document, based_on: basedOn ?? null },
				}),
			),
		gcTime: 0,
	});

export const mergeVersion = async (loaf_id: string, revision: number, document: Loaf, take: string[]) => {
	const joined = await unwrap(
		client.POST("/api/loaves/{loaf_id}/revisions/{revision}/merge", {
			params: { path: { loaf_id, revision } },
			body: { document, take },
		}),
	);
	return joined.document;
};
