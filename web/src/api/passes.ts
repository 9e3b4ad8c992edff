import { queryOptions } from "@tanstack/react-query";
import { client } from "./client";
import { unwrap } from "./queries";

export const passesQuery = queryOptions({
	queryKey: ["passes"],
	queryFn: () => unwrap(client.GET("/api/session/passes")),
});
export const makePass = (loaf: string) => unwrap(client.POST("/api/session/passes", { body: { loaf } }));
export const endPass = (pass_id: string) =>
	unwrap(client.DELETE("/api/session/passes/{pass_id}", { params: { path: { pass_id } } }));
