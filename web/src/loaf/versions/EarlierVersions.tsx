import { History } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { Button } from "../../ui/Button";

const Versions = lazy(() => import("./Versions"));

/** Opens the list of what the loaf was like before. */
export function EarlierVersions() {
	const [open, setOpen] = useState(false);
	return (
		<>
			<Button
				look="quiet"
				aria-label="Earlier versions"
				title="Earlier versions"
				aria-haspopup="dialog"
				onClick={() => setOpen(true)}
			>
				<History aria-hidden className="size-5" />
			</Button>
			{open && (
				<Suspense>
					<Versions onClose={() => setOpen(false)} />
				</Suspense>
			)}
		</>
	);
}
