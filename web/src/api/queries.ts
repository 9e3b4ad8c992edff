import { queryOptions } from "@tanstack/react-query";
import { v4 as newId } from "uuid";
import { goByHouse } from "../ui/counting";
import { goBy } from "../ui/wallClock";
import { client } from "./client";
import { inTurn } from "./inTurn";
import type {
	AlsoIn,
	Asked,
	BackTarget,
	BenchPress,
	CupMould,
	CutAsked,
	FacesIn,
	FirstLoaf,
	FoundCuts,
	House,
	Loaf,
	LoafOut,
	LoafOutcome,
	Lot,
	Mould,
	MoveIn,
	NoteIn,
	OrderIn,
	PointIn,
	PricesIn,
	ProblemReport,
	RehearsalIn,
	ReplanIn,
	StaleReport,
	StudioHours,
	WeighedIn,
} from "./types";

/** A refusal with its report; ``status`` 0 means the server was not reached. */
export class ApiProblem extends Error {
	constructor(
		readonly status: number,
		readonly report: ProblemReport,
	) {
		super(report.message);
	}
}

/** A save that came too late; both documents are in the report. */
export class StaleSave extends Error {
	constructor(readonly report: StaleReport) {
		super(report.message);
	}
}

interface Answer<T> {
	data?: T;
	error?: unknown;
	response: Response;
}

export async function unwrap<T>(request: Promise<Answer<T>>): Promise<T> {
	let answer: Answer<T>;
	try {
		answer = await request;
	} catch {
		throw new ApiProblem(0, { code: "http.offline", message: "The studio cannot be reached.", problems: [] });
	}
	if (answer.response.ok) return answer.data as T;
	const report = answer.error as ProblemReport | StaleReport | undefined;
	if (answer.response.status === 409) throw new StaleSave(report as StaleReport);
	const known = report && typeof report === "object" && "code" in report;
	throw new ApiProblem(
		answer.response.status,
		known
			? (report as ProblemReport)
			: { code: "http", message: "The studio could not answer.", problems: [] },
	);
}

export const sessionQuery = queryOptions({
	queryKey: ["session"],
	queryFn: async () => {
		const session = await unwrap(client.GET("/api/session"));
		goBy(session.now);
		// What was drawn by other rules is drawn anew.
		if (goByHouse(session.house)) location.reload();
		return session;
	},
	staleTime: Number.POSITIVE_INFINITY,
});

/** Kinds of things there are to choose from: they change with the application alone. */
export const catalogueQuery = queryOptions({
	queryKey: ["catalogue"],
	queryFn: () => unwrap(client.GET("/api/catalogue")),
	staleTime: Number.POSITIVE_INFINITY,
});

export const loavesQuery = queryOptions({
	queryKey: ["loaves"],
	queryFn: () => unwrap(client.GET("/api/loaves")),
	// Looked at again while pictures are being made.
	refetchInterval: ({ state }) => (state.data?.some((loaf) => loaf.still === "coming") ? 4000 : false),
});

export const awayQuery = queryOptions({
	queryKey: ["loaves", "away"],
	queryFn: () => unwrap(client.GET("/api/loaves/away")),
});

export const cupboardQuery = queryOptions({
	queryKey: ["cupboard"],
	queryFn: () => unwrap(client.GET("/api/cupboard")),
	staleTime: 60_000,
});

export const formulaBookQuery = queryOptions({
	queryKey: ["formulas"],
	queryFn: () => unwrap(client.GET("/api/formulas")),
});

export const shelfQuery = queryOptions({
	queryKey: ["shelf"],
	queryFn: () => unwrap(client.GET("/api/shelf")),
});

export const weekQuery = (first: string) =>
	queryOptions({
		queryKey: ["week", first],
		queryFn: () => unwrap(client.GET("/api/week", { params: { query: { first } } })),
	});

export const loafQuery = (id: string) =>
	queryOptions({
		queryKey: ["loaf", id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}", { params: { path: { loaf_id: id } } })),
		staleTime: Number.POSITIVE_INFINITY,
		gcTime: 0,
	});

export const batterOffersQuery = (id: string) =>
	queryOptions({
		queryKey: ["batters", id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/batters", { params: { path: { loaf_id: id } } })),
		gcTime: 0,
	});

export const benchQuery = (id: string) =>
	queryOptions({
		queryKey: ["bench", id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/bench", { params: { path: { loaf_id: id } } })),
		refetchInterval: 4000,
	});

export const clocksQuery = (id: string) =>
	queryOptions({
		queryKey: ["clocks", id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/clock", { params: { path: { loaf_id: id } } })),
		refetchInterval: 4000,
	});

export const departuresQuery = queryOptions({
	queryKey: ["departures"],
	queryFn: () => unwrap(client.GET("/api/loaves/departures")),
	staleTime: Number.POSITIVE_INFINITY,
});

export const troublesQuery = queryOptions({
	queryKey: ["troubles"],
	queryFn: () => unwrap(client.GET("/api/loaves/troubles")),
	staleTime: Number.POSITIVE_INFINITY,
});

export const keepMould = (mould: Mould) => unwrap(client.PUT("/api/cupboard/moulds", { body: mould }));
export const makeCupHold = (cup: CupMould, ml: number): Promise<CupMould> =>
	unwrap(client.POST("/api/cup-holding", { body: { cup, ml } }));
export const putMouldAway = (name: string) =>
	unwrap(client.DELETE("/api/cupboard/moulds/{name}", { params: { path: { name } } }));
export const signIn = (name: string, password: string) =>
	unwrap(client.POST("/api/session", { body: { name, password } }));
export const signOut = () => unwrap(client.DELETE("/api/session"));
export const createLoaf = (name: string, us = false): Promise<LoafOut> =>
	unwrap(client.POST("/api/loaves", { body: { name, us } }));
export const pourAgain = (loaf_id: string): Promise<LoafOut> =>
	unwrap(client.POST("/api/loaves/{loaf_id}/again", { params: { path: { loaf_id } } }));
/** Sent as it was read: what is wrong with a file is the server's to say. */
export const importLoaf = (text: string): Promise<LoafOut> =>
	unwrap(client.POST("/api/loaves/import", { body: {} as Loaf, bodySerializer: () => text }));
export const planLoaf = (document: Loaf, loaf?: string) =>
	unwrap(client.POST("/api/plan", { body: document, params: { query: { loaf: loaf ?? null } } }));
export const drawFaces = (asked: FacesIn) => unwrap(client.POST("/api/faces", { body: asked }));
export const drawAlsoFilled = (asked: AlsoIn) => unwrap(client.POST("/api/faces/also", { body: asked }));
/** A loaf at a slant as it stands once a step is done, the bowls of what is piped in it so thick [Pa]. */
export const momentAddress = (id: string, step: string, pa: readonly number[]) =>
	`/api/loaves/${id}/moment.png?step=${encodeURIComponent(step)}${pa.map((one) => `&pa=${one}`).join("")}`;
/** A picture that may have to wait for its turn, which an image of a page by itself does not. */
export const pictureQuery = (address: string) =>
	queryOptions({
		queryKey: ["picture", address],
		// Nobody waits for one that is no longer looked at.
		queryFn: async ({ signal }) => {
			const answer = await inTurn(new Request(new URL(address, location.href), { signal }));
			if (!answer.ok) throw new Error(`no picture at ${address}`);
			return answer.blob();
		},
		staleTime: Number.POSITIVE_INFINITY,
		retry: false,
	});
export const stillAddress = (id: string, revision: number) => `/api/loaves/${id}/still.png?rev=${revision}`;
export const drawPot = (document: Loaf, loaf: string, pour: string) =>
	unwrap(client.POST("/api/faces/pot", { body: { document, loaf, pour } }));
export const tellFragile = (document: Loaf, loaf: string, later_min: number) =>
	unwrap(client.POST("/api/faces/fragile", { body: { document, loaf, later_min } }));
export const filmGel = (document: Loaf, loaf: string) =>
	unwrap(client.POST("/api/gel", { body: { document, loaf } }));
export const findCuts = (document: Loaf, loaf: string, aim: FoundCuts["aim"]) =>
	unwrap(client.POST("/api/cuts/find", { body: { document, loaf, aim } }));
export const seasonQuery = queryOptions({
	queryKey: ["season"],
	queryFn: () => unwrap(client.GET("/api/season")),
});
export const todayQuery = queryOptions({
	queryKey: ["today"],
	queryFn: () => unwrap(client.GET("/api/season/today")),
	refetchInterval: 60_000,
});
export const jobsQuery = (id: string) =>
	queryOptions({
		queryKey: ["jobs", id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/jobs", { params: { path: { loaf_id: id } } })),
		refetchInterval: 60_000,
	});
/** How far the planning of this moment is; asked for as long as somebody waits for it. */
export const planningQuery = queryOptions({
	queryKey: ["planning"],
	queryFn: () => unwrap(client.GET("/api/season/planning")),
	refetchInterval: 500,
	gcTime: 0,
});
export const stopPlanning = () => unwrap(client.DELETE("/api/season/planning"));
export const planSeason = () => unwrap(client.POST("/api/season/plan"));
export const pinJob = (job: string, start: string | null, done = false) =>
	unwrap(client.PUT("/api/season/pins", { body: { job, start, done } }));
export const changeHours = (hours: StudioHours) => unwrap(client.PUT("/api/season/hours", { body: hours }));
export const changeMoulds = (moulds: Record<string, number>, together: [string, string][]) =>
	unwrap(client.PUT("/api/season/moulds", { body: { moulds, together } }));
export const writeOrder = (order: OrderIn, order_id: number | null) =>
	order_id === null
		? unwrap(client.POST("/api/season/orders", { body: order }))
		: unwrap(client.PUT("/api/season/orders/{order_id}", { params: { path: { order_id } }, body: order }));
export const putOrderAway = (order_id: number) =>
	unwrap(client.DELETE("/api/season/orders/{order_id}", { params: { path: { order_id } } }));
export const changeFeed = (wanted: boolean) =>
	unwrap(client.PUT("/api/season/feed", { params: { query: { wanted } } }));
export const askPoint = (asked: PointIn) => unwrap(client.POST("/api/faces/point", { body: asked }));
export const sizeBack = (document: Loaf, loaf: string, target: BackTarget) =>
	unwrap(client.POST("/api/size-back", { body: { document, loaf, target } }));
export const reachColour = (document: Loaf, loaf: string, colour: string) =>
	unwrap(client.POST("/api/reach", { body: { document, loaf, colour } }));
/** A file goes as a form; the client's JSON is not for it. */
export const asForm = (file: File, more: Record<string, string> = {}) => ({
	body: { file: "" },
	bodySerializer: () => {
		const form = new FormData();
		form.append("file", file);
		for (const [name, value] of Object.entries(more)) form.append(name, value);
		return form;
	},
});
/** ``after``: saves whose answers were lost; whichever of them came last is what this one is made from. */
export const saveLoaf = (
	id: string,
	basedOn: number,
	document: Loaf,
	saveId?: string,
	after: readonly string[] = [],
) =>
	unwrap(
		client.PUT("/api/loaves/{loaf_id}", {
			params: { path: { loaf_id: id } },
			body: { based_on: basedOn, document, save_id: saveId, after: [...after] },
		}),
	);
export const putLoafAway = (id: string) =>
	unwrap(client.DELETE("/api/loaves/{loaf_id}", { params: { path: { loaf_id: id } } }));
export const bringLoafBack = (id: string) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/bring-back", { params: { path: { loaf_id: id } } }));
export const pressStep = (id: string, press: BenchPress) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/bench", { params: { path: { loaf_id: id } }, body: press }));
export const putOnShelf = (lot: Lot) =>
	unwrap(client.POST("/api/shelf", { body: { move_id: newId(), lot } }));
export const cutFromLot = (key: string, cut: Omit<CutAsked, "move_id">) =>
	unwrap(
		client.POST("/api/shelf/{key}/cut", { params: { path: { key } }, body: { move_id: newId(), ...cut } }),
	);
export const changeLot = (lot: Lot) =>
	unwrap(client.PUT("/api/shelf/{key}", { params: { path: { key: lot.key } }, body: lot }));
export const moveLot = (key: string, move: Omit<MoveIn, "move_id">) =>
	unwrap(
		client.POST("/api/shelf/{key}/moves", {
			params: { path: { key } },
			body: { move_id: newId(), ...move },
		}),
	);
export const takeNote = (id: string, note: NoteIn) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/clock", { params: { path: { loaf_id: id } }, body: note }));
export const takeNoteBack = (id: string, of: string, press_id: string) =>
	unwrap(
		client.POST("/api/loaves/{loaf_id}/clock/back", {
			params: { path: { loaf_id: id } },
			body: { press_id, of },
		}),
	);
export const rehearse = (id: string, day: RehearsalIn) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/rehearsal", { params: { path: { loaf_id: id } }, body: day }));
export const replanLoaf = (id: string, body: ReplanIn) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/replan", { params: { path: { loaf_id: id } }, body }));
export const weighedOtherwise = (id: string, weighed: WeighedIn) =>
	unwrap(client.POST("/api/loaves/{loaf_id}/weighed", { params: { path: { loaf_id: id } }, body: weighed }));

export const outcomeQuery = (loaf_id: string) =>
	queryOptions({
		queryKey: ["outcome", loaf_id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/outcome", { params: { path: { loaf_id } } })),
	});
export const writeOutcome = (loaf_id: string, outcome: LoafOutcome, entry_id: string) =>
	unwrap(
		client.POST("/api/loaves/{loaf_id}/outcome", {
			params: { path: { loaf_id } },
			body: { entry_id, outcome },
		}),
	);
export const remindersQuery = (loaf_id: string) =>
	queryOptions({
		queryKey: ["reminders", loaf_id],
		queryFn: () => unwrap(client.GET("/api/loaves/{loaf_id}/reminders", { params: { path: { loaf_id } } })),
	});
export const faultsQuery = queryOptions({
	queryKey: ["faults"],
	queryFn: () => unwrap(client.GET("/api/faults")),
	staleTime: Number.POSITIVE_INFINITY,
});
export const notebookQuery = (asked: Asked) =>
	queryOptions({
		queryKey: ["notebook", asked],
		queryFn: () => unwrap(client.GET("/api/notebook", { params: { query: asked } })),
	});
export const thingQuery = (kind: "scent" | "colourant", key: string) =>
	queryOptions({
		queryKey: ["thing", kind, key],
		queryFn: () =>
			unwrap(client.GET("/api/notebook/things/{kind}/{key}", { params: { path: { kind, key } } })),
	});
export const numbersQuery = queryOptions({
	queryKey: ["numbers"],
	queryFn: () => unwrap(client.GET("/api/notebook/numbers")),
});
export const changeNumber = (key: string, off: boolean, forgotten_at: string | null) =>
	unwrap(
		client.PUT("/api/notebook/numbers/{key}", { params: { path: { key } }, body: { off, forgotten_at } }),
	);
export const lossesQuery = (since: string) =>
	queryOptions({
		queryKey: ["losses", since],
		queryFn: () => unwrap(client.GET("/api/notebook/losses", { params: { query: { since } } })),
	});
export const pricesQuery = queryOptions({
	queryKey: ["prices"],
	queryFn: () => unwrap(client.GET("/api/prices")),
});
export const writePrices = (prices: PricesIn) => unwrap(client.PUT("/api/prices", { body: prices }));
export const planFirstLoaf = (answers: FirstLoaf) =>
	unwrap(client.POST("/api/first-loaf", { body: answers }));
export const saveHouse = (house: House) => unwrap(client.PUT("/api/session/house", { body: house }));
export const finishTour = () => unwrap(client.PUT("/api/session/toured"));
export const importStandingQuery = {
	queryKey: ["import standing"],
	queryFn: () => unwrap(client.GET("/api/keeping/studio")),
	gcTime: 0,
};
export const bringStudioIn = (file: File) => unwrap(client.POST("/api/keeping/studio", asForm(file)));
