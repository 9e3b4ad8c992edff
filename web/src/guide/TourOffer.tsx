import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { finishTour, sessionQuery } from "../api/queries";
import { Button, buttonClass } from "../ui/Button";

/** Offered until it was taken or declined. */
export function TourOffer() {
	const { data: session } = useQuery(sessionQuery);
	const cache = useQueryClient();
	const decline = useMutation({
		mutationFn: finishTour,
		onSuccess: (next) => cache.setQueryData(sessionQuery.queryKey, next),
	});
	if (!session || session.toured) return null;
	return (
		<section
			aria-label="First time here"
			className="mb-4 flex flex-wrap items-center gap-3 rounded-tray border border-brass/50 bg-brass-wash px-4 py-2"
		>
			<p className="min-w-56 flex-1">
				<strong>First time here?</strong> Five questions, and you have a loaf with its real plan: what every
				pot weighs, what to cast when, where the cuts fall.
			</p>
			<Link to="/tour" className={buttonClass("main")}>
				Take the tour
			</Link>
			<Button look="quiet" onClick={() => decline.mutate()}>
				Not now
			</Button>
		</section>
	);
}
