import type { ReactNode } from "react";

/** A page with one calm sentence and the way on. */
export function Notice({ title, children }: { title: string; children: ReactNode }) {
	return (
		<main id="main" className="mx-auto mt-24 max-w-lg px-5">
			<div className="tray p-6">
				<h1 className="text-xl">{title}</h1>
				<p className="mt-2">{children}</p>
				<p className="mt-4">
					<a className="font-semibold text-rim-deep underline" href="/">
						To the loaves
					</a>
				</p>
			</div>
		</main>
	);
}
