import { useDrag } from "@use-gesture/react";
import { ChevronDown, GripVertical } from "lucide-react";
import { Accordion } from "radix-ui";
import { type KeyboardEvent, type ReactNode, useState } from "react";
import { BY_POINTER } from "../../ui/byPointer";
import { Cautions } from "../../ui/Cautions";
import { Drawer } from "../../ui/Drawer";
import { RemoveButton } from "../../ui/RemoveButton";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";
import { SPRITZ_CAUTION } from "../drawers/bases";
import { useEditor } from "../editor/EditorContext";
import { AddToTop } from "./AddToTop";
import { FinishFields } from "./FinishFields";
import { ItemFields } from "./ItemFields";
import { RunFields } from "./RunFields";
import { StrewnFields } from "./StrewnFields";
import { moveTo, patchFrosting, patchTop, removeItem, removeRun, topOf } from "./topChanges";

const POWDER = ["Fine powders are not to be breathed."];

interface Thing {
	name: string;
	title: string;
	line: string;
	fields: ReactNode;
	remove: () => void;
}

/** Everything that goes on the top, in the order hands put it there. */
export function TopList() {
	const things = useThings();
	const { document } = useEditor();
	const [open, setOpen] = useState<string[]>([]);
	const kinds = new Set(topOf(document).finishes?.map((finish) => finish.kind));
	const line = things.map((thing) => thing.title).join(", ") || "Nothing on it";
	return (
		<Drawer id="list" title="In order" line={line}>
			<AddToTop onAdded={(name) => setOpen([name])} />
			<Accordion.Root type="multiple" value={open} onValueChange={setOpen} asChild>
				<ol className="space-y-1">
					{things.map((thing, place) => (
						<Row key={thing.name} thing={thing} place={place} order={things.map((item) => item.name)} />
					))}
				</ol>
			</Accordion.Root>
			<StrewnFields />
			{kinds.has("spritz") && <Cautions lines={SPRITZ_CAUTION} />}
			{(kinds.has("dust") || kinds.has("glitter")) && <Cautions lines={POWDER} />}
		</Drawer>
	);
}

/** What is on the list, each thing by the name of its step: in the planned order, what is newer behind it. */
function useThings(): Thing[] {
	const { document, edit, live } = useEditor();
	const top = topOf(document);
	const { units } = useUnits();
	const { plan } = live;
	const pieces = new Map(document.pieces.map((piece) => [piece.id, piece.name]));
	const there: Thing[] = [];
	if (document.frosting?.base) {
		there.push({
			name: "base",
			title: "Coat",
			line: "spread over all of it; its colours stand under Frosting",
			fields: null,
			remove: () => edit(patchFrosting({ base: null })),
		});
	}
	for (const run of document.frosting?.runs ?? []) {
		const planned = plan.top.runs.find((item) => item.id === run.id);
		there.push({
			name: `pipe.${run.id}`,
			title: run.name,
			line: planned?.says ?? "",
			fields: <RunFields run={run} planned={planned} />,
			remove: () => edit(removeRun(run.id)),
		});
	}
	for (const item of top.scatter.items) {
		const title = pieces.get(item.pieces) ?? item.pieces;
		const placed = plan.top.scatter?.strewn.filter((piece) => piece.pieces === item.pieces) ?? [];
		const lies = placed.reduce((most, piece) => Math.max(most, piece.up_mm + piece.high_mm), 0);
		there.push({
			name: `strew.${item.pieces}`,
			title,
			line: `${placed.length} of them, up to ${withUnit(lies, "length", units)} over the level`,
			fields: <ItemFields item={item} />,
			remove: () => edit(removeItem(item.pieces)),
		});
	}
	for (const finish of top.finishes ?? []) {
		there.push({
			name: `finish.${finish.id}`,
			title: finish.name,
			line: finish.when === "before cutting" ? "on the firm loaf, before it is cut" : "over all of it",
			fields: <FinishFields finish={finish} />,
			remove: () => edit(patchTop({ finishes: top.finishes?.filter((other) => other.id !== finish.id) })),
		});
	}
	const planned = new Map(plan.top.order.map((name, i) => [name, i]));
	const last = plan.top.order.length;
	return there.sort((a, b) => (planned.get(a.name) ?? last) - (planned.get(b.name) ?? last));
}

/** A thing of the list: moved by its handle with the pointer or the arrow keys, pulled open to change it. */
function Row({ thing, place, order }: { thing: Thing; place: number; order: readonly string[] }) {
	const { edit, liftHand } = useEditor();
	const [held, setHeld] = useState(false);
	const move = (to: number) => {
		if (to !== place && to >= 0 && to < order.length)
			edit(moveTo(order, thing.name, to), `move ${thing.name}`);
	};
	const drag = useDrag<PointerEvent>(({ active, last, xy: [x, y] }) => {
		setHeld(active);
		if (active) move(placeUnder(x, y) ?? place);
		if (last) liftHand();
	}, BY_POINTER);
	return (
		<Accordion.Item value={thing.name} asChild>
			<li
				data-top-place={place}
				data-top-thing={thing.name}
				className={`rounded-lg border bg-paper ${held ? "border-rim" : "border-line"}`}
			>
				<div className="flex items-center">
					<button
						type="button"
						aria-label={`Move ${thing.title}: place ${place + 1} of ${order.length}`}
						title="Drag, or move with the arrow keys"
						className="cursor-grab touch-none w-7 self-stretch rounded-l-lg px-1.5 text-soft hover:bg-rim-wash"
						onKeyDown={(event: KeyboardEvent) => {
							const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
							if (!by) return;
							event.preventDefault();
							move(place + by);
						}}
						onKeyUp={liftHand}
						{...drag()}
					>
						<GripVertical aria-hidden className="size-4" />
					</button>
					<Accordion.Header asChild>
						<h4 className="min-w-0 flex-1 text-sm">
							<Accordion.Trigger
								className="group flex w-full items-center gap-2 px-1 py-1.5 text-left"
								disabled={!thing.fields}
							>
								<span className="shrink-0 font-semibold">
									{place + 1}. {thing.title}
								</span>
								<span className="min-w-0 flex-1 truncate font-normal text-soft text-xs">{thing.line}</span>
								{thing.fields && (
									<ChevronDown
										aria-hidden
										className="size-4 shrink-0 transition-transform group-data-[state=open]:rotate-180"
									/>
								)}
							</Accordion.Trigger>
						</h4>
					</Accordion.Header>
					<RemoveButton className="px-1.5!" aria-label={`Remove ${thing.title}`} onClick={thing.remove} />
				</div>
				{thing.fields && (
					<Accordion.Content className="space-y-2 border-line border-t p-2">{thing.fields}</Accordion.Content>
				)}
			</li>
		</Accordion.Item>
	);
}

/** Which place of the list the pointer is over. */
function placeUnder(x: number, y: number): number | null {
	const over = window.document.elementFromPoint(x, y)?.closest("[data-top-place]");
	return over instanceof HTMLElement ? Number(over.dataset.topPlace) : null;
}
