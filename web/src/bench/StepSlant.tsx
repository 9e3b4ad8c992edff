import { momentAddress } from "../api/queries";
import type { BowlClock } from "../api/types";
import { useEditor } from "../loaf/editor/EditorContext";
import { usePicture } from "../ui/usePicture";

interface Props {
	step: string;
	clocks: readonly BowlClock[];
	className?: string;
}

/** Each picture costs the studio about a second: a bag has become another once it is so much thicker, as a share. */
const ANOTHER = 0.15;
const coarsely = (pa: number) =>
	Number(Math.exp(Math.round(Math.log(pa) / ANOTHER) * ANOTHER).toPrecision(2));

/** The loaf at a slant once the step is done; what is piped in it as its bag stands now. */
export function StepSlant({ step, clocks, className = "" }: Props) {
	const { id, live } = useEditor();
	const run = live.plan.top.runs.find((one) => step === `loaf.pipe.${one.id}`);
	// So coarsely that it is another picture only where the bag has become another.
	const pa = clocks.flatMap(({ colour, face }) =>
		face && run?.bags.some((bag) => bag.includes(colour)) ? [coarsely(face.pa.value)] : [],
	);
	const { src, isError } = usePicture(momentAddress(id, step, pa));
	if (isError) return null;
	return (
		<figure className={`rounded-xl bg-bench p-2 text-ink ${className}`}>
			{src ? (
				<img src={src} alt="The loaf after this step, at a slant" className="aspect-[640/420] w-full" />
			) : (
				<p role="status" className="grid aspect-[640/420] place-items-center text-base text-soft">
					Drawing the loaf…
				</p>
			)}
			{pa.length > 0 && (
				<figcaption className="px-1 text-base">Piped with the bag as it stands now</figcaption>
			)}
		</figure>
	);
}
