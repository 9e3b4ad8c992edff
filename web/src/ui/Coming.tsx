import { type ReactNode, Suspense } from "react";

/** What stands here once its file has come. */
export const WhenHere = ({ children }: { children: ReactNode }) => (
	<Suspense
		fallback={
			<p role="status" className="p-6 text-soft">
				Opening…
			</p>
		}
	>
		{children}
	</Suspense>
);
