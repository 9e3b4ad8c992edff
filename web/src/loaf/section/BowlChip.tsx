import { useDrag } from "@use-gesture/react";
import { DropdownMenu } from "radix-ui";
import { type PointerEvent as Pressed, type ReactNode, useState } from "react";
import { freshOf, useCatalogue } from "../../api/useCatalogue";
import { BY_POINTER } from "../../ui/byPointer";
import type { ColumnPour } from "../drawers/PouredFields";
import { useEditor } from "../editor/EditorContext";
import { type Bowl, fillFrom, mayGoInto, type Vessel } from "./bowlMoves";

interface Props {
	bowl: Bowl;
	name: string;
	/** The vessel that it fills. */
	at: Vessel;
	srgb: string;
}

/** How far a finger may slip and still have pressed [px]. */
const SLIP_PX = 6;

/** A bowl, to be dragged into another vessel, or sent there from its menu. */
export function BowlChip({ bowl, name, at, srgb }: Props) {
	const { document, live, edit } = useEditor();
	const { vessels } = live.plan;
	const [open, setOpen] = useState(false);
	const [held, setHeld] = useState<{ x: number; y: number } | null>(null);
	const into = vessels.filter((vessel) => mayGoInto(document, vessel, bowl));
	const ways = useCatalogue("column_pours");
	const fill = (vessel: Vessel, besides: boolean) =>
		edit(fillFrom(live.plan, vessel, bowl, besides ? freshOf<ColumnPour>(ways, "by turns") : null));
	const drop = (x: number, y: number) => {
		const under = window.document.elementFromPoint(x, y)?.closest<HTMLElement>("[data-vessel]");
		const vessel = into.find(({ item }) => item !== "" && item === under?.dataset.vessel);
		if (vessel) fill(vessel, false);
	};
	const drag = useDrag<PointerEvent>(
		({ tap, active, canceled, movement: [x, y], xy }) => {
			setHeld(active ? { x, y } : null);
			if (tap) setOpen(true);
			else if (!active && !canceled) drop(...xy);
		},
		{ ...BY_POINTER, filterTaps: true, threshold: SLIP_PX },
	)();
	return (
		<DropdownMenu.Root open={open} onOpenChange={setOpen}>
			<DropdownMenu.Trigger asChild>
				<button
					type="button"
					className="size-6 touch-none rounded-full border border-ink/40 disabled:opacity-60"
					style={{
						background: srgb,
						...(held && { translate: `${held.x}px ${held.y}px`, position: "relative", zIndex: 20 }),
						...(held && { pointerEvents: "none" }),
					}}
					aria-label={`${name}, in ${at.name}: fill another vessel from it`}
					title={`${name}: drag it into another vessel`}
					disabled={into.length === 0}
					{...drag}
					onPointerDown={(event: Pressed<HTMLButtonElement>) => {
						// The menu opens on release, so that a drag is not taken for a press.
						event.preventDefault();
						drag.onPointerDown?.(event);
					}}
				/>
			</DropdownMenu.Trigger>
			<DropdownMenu.Portal>
				<DropdownMenu.Content
					className="tray z-30 max-h-72 min-w-56 overflow-y-auto p-1 text-sm shadow-lg"
					align="start"
					sideOffset={4}
				>
					<DropdownMenu.Label className="px-2 py-1 font-semibold">{name} into</DropdownMenu.Label>
					{into.map((vessel) => (
						<DropdownMenu.Group key={`${vessel.pot} ${vessel.item}`}>
							<Item onSelect={() => fill(vessel, false)}>{vessel.name}, alone</Item>
							{vessel.several && (
								<Item onSelect={() => fill(vessel, true)}>{vessel.name}, beside what is in it</Item>
							)}
						</DropdownMenu.Group>
					))}
				</DropdownMenu.Content>
			</DropdownMenu.Portal>
		</DropdownMenu.Root>
	);
}

function Item({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
	return (
		<DropdownMenu.Item
			className="cursor-pointer rounded-md px-2 py-1.5 outline-none data-[highlighted]:bg-rim-wash"
			onSelect={onSelect}
		>
			{children}
		</DropdownMenu.Item>
	);
}
