import { useState } from "react";
import { momentAddress } from "../api/queries";
import type { BowlClock } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";

interface Props {
	step: string;
	clocks: readonly BowlClock[];
	className?: string;
}

/** The loaf at a slant once the step is done; what is piped in it as its bag stands now. */
export function StepSlant({ step, clocks, className = "" }: Props) {
	const { id, live } = useEditor();
	const [failed, setFailed] = useState("");
	const run = live.plan.top.runs.find((one) => step === `loaf.pipe.${one.id}`);
	const mixed = clocks.flatMap(({ colour, face }) =>
		face && run?.bags.some((bag) => bag.includes(colour)) ? [face.pa.value] : [],
	);
	// The softest gives way first; another picture only where it has become another.
	const pa = mixed.length > 0 ? Number(Math.min(...mixed).toPrecision(2)) : undefined;
	const address = momentAddress(id, step, pa);
	if (failed === address) return null;
	return (
		<figure className={`rounded-xl bg-bench p-2 text-ink ${className}`}>
			<img
				key={address}
				src={address}
				width={640}
				height={420}
				alt="The loaf after this step, at a slant"
				className="h-auto w-full"
				onError={() => setFailed(address)}
			/>
			{pa !== undefined && (
				<figcaption className="px-1 text-base">Piped with the bag as it stands now</figcaption>
			)}
		</figure>
	);
}
