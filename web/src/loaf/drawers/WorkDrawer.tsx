import { ArrowDown, ArrowUp, Plus, X } from "lucide-react";
import type { Pour } from "../../api/types";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { NumberField, TextField } from "../../ui/fields";
import { addEmbed, addPour, moveStep, patchPour, removeStep } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { InPourRows } from "./InPourRows";
import { SharesEditor } from "./SharesEditor";

/** What is poured and laid, from first to last. */
export function WorkDrawer({ onSelect }: { onSelect: (embed: string) => void }) {
	const { document, edit, live } = useEditor();
	const pours = document.work.filter((step) => step.do === "pour").length;
	const line = `${pours} ${pours === 1 ? "pour" : "pours"}, ${document.embeds.length} laid in`;
	return (
		<Drawer id="work" title="Inside" line={line}>
			<ol className="space-y-2">
				{document.work.map((step, i) => (
					<li
						key={step.do === "pour" ? step.id : step.embed}
						className="rounded-lg border border-line bg-white p-2"
					>
						<div className="flex items-center gap-1">
							<span className="figures mr-1 w-5 text-right text-soft">{i + 1}</span>
							{step.do === "pour" ? (
								<span className="min-w-0 flex-1 truncate font-semibold">Pour {step.name}</span>
							) : (
								<button
									type="button"
									className="min-w-0 flex-1 truncate rounded text-left font-semibold text-rim-deep underline decoration-dotted underline-offset-4"
									onClick={() => onSelect(step.embed)}
								>
									Lay in {document.embeds.find((embed) => embed.id === step.embed)?.name}
								</button>
							)}
							<StepButtons
								index={i}
								last={i === document.work.length - 1}
								removable={step.do === "pour" && pours > 1}
							/>
						</div>
						{step.do === "pour" && <PourFields pour={step} />}
					</li>
				))}
			</ol>
			<div className="flex flex-wrap gap-2">
				<Button onClick={() => edit(addPour(live.plan.level_mm))}>
					<Plus aria-hidden className="size-4" /> Add a pour
				</Button>
				<Button onClick={() => edit(addEmbed)}>
					<Plus aria-hidden className="size-4" /> Add a column
				</Button>
			</div>
		</Drawer>
	);
}

function StepButtons({ index, last, removable }: { index: number; last: boolean; removable: boolean }) {
	const { edit } = useEditor();
	const n = index + 1;
	return (
		<span className="flex shrink-0">
			<Button
				look="quiet"
				className="px-1.5!"
				aria-label={`Step ${n} earlier`}
				disabled={index === 0}
				onClick={() => edit(moveStep(index, -1))}
			>
				<ArrowUp aria-hidden className="size-4" />
			</Button>
			<Button
				look="quiet"
				className="px-1.5!"
				aria-label={`Step ${n} later`}
				disabled={last}
				onClick={() => edit(moveStep(index, 1))}
			>
				<ArrowDown aria-hidden className="size-4" />
			</Button>
			{removable && (
				<Button
					look="quiet"
					className="px-1.5!"
					aria-label={`Remove step ${n}`}
					onClick={() => edit(removeStep(index))}
				>
					<X aria-hidden className="size-4" />
				</Button>
			)}
		</span>
	);
}

function PourFields({ pour }: { pour: Pour }) {
	const { edit, live } = useEditor();
	const hold = live.plan.layer_holds.find((item) => item.pour === pour.id);
	const patch = (change: Partial<Pour>) =>
		edit(patchPour(pour.id, change), `pour ${pour.id} ${Object.keys(change)}`);
	return (
		<div className="mt-1 space-y-1.5">
			<div className="grid grid-cols-[1fr_72px_72px_72px] items-end gap-2">
				<TextField label="Name" value={pour.name} onChange={(name) => patch({ name })} />
				<NumberField
					label="Level"
					quantity="length"
					value={pour.to_mm}
					onChange={(to_mm) => patch({ to_mm })}
				/>
				<NumberField
					label="Falls"
					quantity="length"
					digits={0}
					value={pour.fall_mm}
					onChange={(fall_mm) => patch({ fall_mm })}
				/>
				<NumberField
					label="Shreds"
					quantity="weight"
					digits={0}
					value={pour.shreds_g}
					onChange={(shreds_g) => patch({ shreds_g })}
				/>
			</div>
			{hold && <p className="text-xs text-soft">{hold.says}</p>}
			<SharesEditor what={pour.name} shares={pour.colours} onChange={(colours) => patch({ colours })} />
			<InPourRows pour={pour} onChange={(pieces) => patch({ pieces })} />
		</div>
	);
}
