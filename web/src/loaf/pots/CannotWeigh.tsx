import type { Pot } from "../../api/types";
import { Button } from "../../ui/Button";
import { onScale } from "../../ui/units";
import { useEditor } from "../editor/EditorContext";
import { castingsOf, castTogether } from "./together";
import { mixMore, weighOn } from "./weighing";

interface Props {
	pot: string;
	name: string;
	why: NonNullable<Pot["unweighable"]>;
}

/** A pot that this scale cannot weigh: why, and each way out as one press. */
export function CannotWeigh({ pot, name, why }: Props) {
	const { edit, live } = useEditor();
	const { scales } = live.plan;
	const { main, offered } = scales;
	const castings = castingsOf(live.plan);
	const inPot = (id: string) =>
		(live.plan.pots.find((item) => item.id === id)?.casts ?? []).map((cast) => cast.together);
	const finer = offered.find((scale) => Math.abs(scale.step_g - (why.finer_step_g ?? 0)) < 1e-9);
	return (
		<div role="note" aria-label={`${name} cannot be weighed`} className="rounded-xl border border-lye p-3">
			<p className="font-semibold">
				This scale cannot weigh this pot: rounded to {onScale(main.step_g, main)}, its superfat would not
				keep.
			</p>
			<div className="mt-2 flex flex-wrap gap-2">
				{why.more_g != null && (
					<Button onClick={() => edit(mixMore(pot, why.more_g ?? 0), `more ${pot}`)}>
						Mix {onScale(why.more_g, main)} more batter
					</Button>
				)}
				{finer && (
					<Button onClick={() => edit(weighOn(finer, scales), "finer scale")}>
						Weigh this loaf on a scale of {onScale(finer.step_g, finer)}
					</Button>
				)}
				{(why.with_pots ?? []).map((other) => (
					<Button
						key={other.id}
						onClick={() => edit(castTogether(castings, [...inPot(pot), ...inPot(other.id)]))}
					>
						Cast it together with {other.name}
					</Button>
				))}
			</div>
		</div>
	);
}
