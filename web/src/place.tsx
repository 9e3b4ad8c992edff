import { type ComponentType, lazy } from "react";

const ahead: (() => Promise<unknown>)[] = [];

/** Something else that is fetched as soon as there is nothing else to do. */
export const wantAhead = (load: () => Promise<unknown>): void => void ahead.push(load);

/** A place of its own file, loaded when somebody goes there, or before that as soon as there is nothing else to do. */
export function place<Name extends string>(
	load: () => Promise<Record<Name, ComponentType>>,
	name: Name,
	when: "ahead" | "when asked for" = "ahead",
) {
	if (when === "ahead") ahead.push(load);
	return lazy(() =>
		load().then(
			(file): { default: ComponentType } => ({ default: file[name] }),
			() => ({ default: NotHere }),
		),
	);
}

const NotHere: ComponentType = () => (
	<p role="alert" className="p-6">
		This page could not be loaded. Is the studio still running?{" "}
		<button type="button" className="underline" onClick={() => window.location.reload()}>
			Try again
		</button>
	</p>
);

/** Fetches what is not here yet, one after the other; what fails is tried again when it is gone to. */
export async function fetchAhead(): Promise<void> {
	for (const load of ahead) await load().catch(() => undefined);
}
