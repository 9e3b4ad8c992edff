import {
	type QueryClient,
	type QueryKey,
	QueryObserver,
	type QueryObserverOptions,
} from "@tanstack/react-query";
import { type ComponentType, lazy } from "react";
import { matchRoutes, type Params, type RouteObject } from "react-router";

/** Asks for something and holds the answer until it is let go. */
type Hold = (queries: QueryClient) => () => void;
type Needs = (params: Params) => readonly Hold[];

interface Known {
	readonly load: () => Promise<unknown>;
	readonly needs: Needs;
}

const known = new Map<unknown, Known>();
const ahead: (() => Promise<unknown>)[] = [];

/** What a place shows of the server, to be asked for before the place itself is here. */
export const held =
	<Q, E, T, D, K extends QueryKey>(query: QueryObserverOptions<Q, E, T, D, K>): Hold =>
	(queries) =>
		new QueryObserver(queries, query).subscribe(() => {});

/** Something else that is fetched as soon as there is nothing else to do. */
export const wantAhead = (load: () => Promise<unknown>): void => void ahead.push(load);

/**
 * A place of its own file, loaded when somebody goes there, or before that as soon as there is nothing else to do.
 *
 * Where the file is here already the place stands at once: what waits for a file shows late, one after the other.
 */
export function place<Name extends string>(
	load: () => Promise<Record<Name, ComponentType>>,
	name: Name,
	{ when = "ahead", needs = () => [] }: { when?: "ahead" | "when asked for"; needs?: Needs } = {},
): ComponentType {
	let here: ComponentType | undefined;
	const fetched = async () => {
		here = (await load())[name];
		return { default: here };
	};
	const Place = lazy(() =>
		here ? atOnce({ default: here }) : fetched().catch(() => ({ default: NotHere })),
	);
	if (when === "ahead") ahead.push(fetched);
	known.set(Place, { load: fetched, needs });
	return Place;
}

/** What is here already, handed over in the way of what comes later: React waits for that in any case. */
const atOnce = <T,>(value: T) =>
	// biome-ignore lint/suspicious/noThenProperty: a promise would answer only after the frame was drawn without it.
	({ then: (take: (value: T) => unknown) => take(value) }) as unknown as Promise<T>;

const NotHere: ComponentType = () => (
	<p role="alert" className="p-6">
		This page could not be loaded. Is the studio still running?{" "}
		<button type="button" className="underline" onClick={() => window.location.reload()}>
			Try again
		</button>
	</p>
);

interface Asked {
	/** Settles once the files of all that stands there are here, or cannot be had. */
	readonly files: Promise<unknown>;
	/** Lets go of what the server answered; who shows it holds it by then. */
	readonly letGo: () => void;
}

/** Asks for everything that stands at an address at once: frames, room and place, and what they show of the server. */
export function askFor(routes: RouteObject[], pathname: string, queries: QueryClient): Asked {
	const matches = (matchRoutes(routes, pathname) ?? []).flatMap(({ route, params }) => {
		const found = known.get((route.element as { type?: unknown } | undefined)?.type);
		return found ? [{ ...found, params }] : [];
	});
	const files = Promise.allSettled(matches.map(({ load }) => load()));
	const holds = matches.flatMap(({ needs, params }) => needs(params).map((hold) => hold(queries)));
	const letGo = () => {
		for (const go of holds) go();
	};
	return { files, letGo };
}

/** Settles once nothing is being fetched from the server. */
const quiet = (queries: QueryClient) =>
	new Promise<void>((then) => {
		const look = () => {
			if (queries.isFetching() > 0) return;
			stop();
			then();
		};
		const stop = queries.getQueryCache().subscribe(look);
		look();
	});

/** Settles once the pictures of the page are there. */
const drawn = () =>
	Promise.allSettled(
		[...document.images]
			.filter((image) => !image.complete && image.loading !== "lazy")
			.map((image) => image.decode()),
	);

/** Settles once the browser has nothing else to do. */
const idle = () =>
	new Promise<void>((then) => {
		if (window.requestIdleCallback) window.requestIdleCallback(() => then(), { timeout: 2000 });
		else window.setTimeout(then, 200);
	});

/** Fetches what is not here yet, one after the other, and never before what somebody waits for. */
export async function fetchAhead(queries: QueryClient): Promise<void> {
	for (const load of ahead) {
		await quiet(queries);
		await drawn();
		await idle();
		await load().catch(() => undefined);
	}
}
