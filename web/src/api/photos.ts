import { queryOptions } from "@tanstack/react-query";
import { client } from "./client";
import { asForm, unwrap } from "./queries";
import type { Photo, PhotoChange } from "./types";

/** The colour of soap photographed with the bar card, on its chequers or at a place; the photograph is not kept. */
export const seeSoapColour = (photo: File, at?: readonly [number, number], against?: string) =>
	unwrap(
		client.POST(
			"/api/soap-colour",
			asForm(photo, {
				...(at && { across: `${at[0]}`, down: `${at[1]}` }),
				...(against && { against }),
			}),
		),
	);
/** Read once: the photograph and the plan it was poured by stay as they are. */
export const barReadQuery = (photo_id: string) =>
	queryOptions({
		queryKey: ["bar", photo_id],
		queryFn: () => unwrap(client.POST("/api/photos/{photo_id}/bar", { params: { path: { photo_id } } })),
		staleTime: Number.POSITIVE_INFINITY,
		retry: false,
	});
/** What a photograph of the ring sheet shows; it is not kept. */
export const seeSpoonful = (photo: File) => unwrap(client.POST("/api/spoonful", asForm(photo)));
export const ghostsQuery = (photo_id: string, scale: string) =>
	queryOptions({
		queryKey: ["ghosts", photo_id, scale],
		queryFn: () => unwrap(client.GET("/api/photos/{photo_id}/ghosts", { params: { path: { photo_id } } })),
	});
export const markPhoto = (photo_id: string, point: [number, number]) =>
	unwrap(client.POST("/api/photos/{photo_id}/mark", { params: { path: { photo_id } }, body: { point } }));
export const measureColour = (
	photo_id: string,
	card: [number, number],
	soap: [number, number],
	light: "daylight" | "lamp",
) =>
	unwrap(
		client.POST("/api/photos/{photo_id}/colour", {
			params: { path: { photo_id } },
			body: { card, soap, light },
		}),
	);
export const photosQuery = (loaf_id: string) =>
	queryOptions({
		queryKey: ["photos", loaf_id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/photos", { params: { path: { loaf_id } } })),
	});
export const addPhoto = (
	loaf_id: string,
	photo: File,
	bar: number | null,
	kind: Photo["kind"] = "cut face",
) =>
	unwrap(
		client.POST("/api/loaves/{loaf_id}/photos", {
			params: { path: { loaf_id } },
			body: { photo: "", kind, bar },
			bodySerializer: () => {
				const form = new FormData();
				form.append("photo", photo);
				form.append("kind", kind);
				if (bar !== null) form.append("bar", String(bar));
				return form;
			},
		}),
	);
export const changePhoto = (photo_id: string, change: Partial<PhotoChange>) =>
	unwrap(
		client.PUT("/api/photos/{photo_id}", {
			params: { path: { photo_id } },
			body: { points: null, apart_mm: null, note: null, removed: false, ...change },
		}),
	);
export const photoAddress = (id: string) => `/api/photos/${id}/file`;
