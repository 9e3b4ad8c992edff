import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { loavesQuery, putOrderAway, writeOrder } from "../api/queries";
import type { OrderIn, OrderLine } from "../api/types";
import { Button } from "../ui/Button";
import { Drawer } from "../ui/Drawer";
import { dayShort } from "../ui/dates";
import { DateField } from "../ui/day/DateField";
import { CheckField, MaybeNumberField, NotesField, NumberField, SelectField, TextField } from "../ui/fields";
import type { Change } from "./useSeason";

const KINDS = [
	["commission", "Commission"],
	["favours", "Favours"],
	["collection", "Collection"],
	["market", "Market day"],
	["launch", "Launch"],
	["wedding", "Wedding"],
	["holiday", "Holiday"],
] as const;
const FRESH: OrderIn = {
	kind: "commission",
	name: "",
	ready_on: null,
	wrap_on: null,
	heads: null,
	spare_percent: 10,
	colours: "",
	notes: "",
	loaves: [],
};

/** Orders and collections: which loaves belong together, for when and for how many. */
export function OrdersDrawer({ orders, change }: { orders: readonly OrderLine[]; change: Change }) {
	const [open, setOpen] = useState<number | "new" | null>(null);
	const editing = orders.find((order) => order.id === open);
	return (
		<Drawer
			id="orders"
			title="Orders and dates"
			line={orders.map((order) => order.name).join(", ") || "None"}
		>
			<ul className="space-y-2">
				{orders.map((order) => (
					<li key={order.id} className="rounded-lg border border-line bg-paper p-2 text-sm">
						<div className="flex items-center gap-2">
							<strong className="flex-1">{order.name}</strong>
							<Button look="quiet" onClick={() => setOpen(open === order.id ? null : order.id)}>
								{open === order.id ? "Close" : "Change"}
							</Button>
						</div>
						<p className="text-soft">
							{KINDS.find(([kind]) => kind === order.kind)?.[1] ?? order.kind}, {order.loaves.length}{" "}
							{order.loaves.length === 1 ? "loaf" : "loaves"}
							{order.ready_on && `, by ${dayShort(order.ready_on)}`}
							{order.wrap_on && `, wrapped on ${dayShort(order.wrap_on)}`}
						</p>
						{order.need && <p>{order.need.says}</p>}
						{order.colours && <p>Agreed colours: {order.colours}</p>}
						{order.notes && <p className="whitespace-pre-line text-soft">{order.notes}</p>}
						{editing?.id === order.id && (
							<OrderForm order={order} change={change} onDone={() => setOpen(null)} />
						)}
					</li>
				))}
			</ul>
			{open === "new" ? (
				<OrderForm order={null} change={change} onDone={() => setOpen(null)} />
			) : (
				<Button onClick={() => setOpen("new")}>Add an order</Button>
			)}
		</Drawer>
	);
}

interface FormProps {
	order: OrderLine | null;
	change: Change;
	onDone: () => void;
}

function OrderForm({ order, change, onDone }: FormProps) {
	const { data: loaves = [] } = useQuery(loavesQuery);
	const [draft, setDraft] = useState<OrderIn>(
		order ? ({ ...order, loaves: [...order.loaves] } as OrderIn) : FRESH,
	);
	const patch = (what: Partial<OrderIn>) => setDraft({ ...draft, ...what });
	return (
		<div className="mt-2 space-y-2">
			<TextField label="Name" value={draft.name} onChange={(name) => patch({ name })} />
			<div className="grid grid-cols-[repeat(auto-fit,minmax(9.3rem,1fr))] gap-2">
				<SelectField label="Kind" value={draft.kind} options={KINDS} onChange={(kind) => patch({ kind })} />
				<DateField
					label="Ready or released on"
					value={draft.ready_on ?? null}
					onChange={(ready_on) => patch({ ready_on })}
				/>
				<DateField
					label="Wrapped on"
					value={draft.wrap_on ?? null}
					onChange={(wrap_on) => patch({ wrap_on })}
				/>
				<MaybeNumberField
					label="Guests"
					digits={0}
					min={1}
					value={draft.heads ?? null}
					onChange={(heads) => patch({ heads: heads && Math.round(heads) })}
				/>
				<NumberField
					label="Spares"
					suffix="%"
					digits={0}
					value={draft.spare_percent ?? 10}
					onChange={(spare_percent) => patch({ spare_percent })}
				/>
			</div>
			<TextField
				label="Agreed colours"
				max={400}
				value={draft.colours ?? ""}
				onChange={(colours) => patch({ colours })}
			/>
			<NotesField
				label="Notes"
				rows={3}
				max={4000}
				value={draft.notes ?? ""}
				onChange={(notes) => patch({ notes })}
			/>
			<fieldset className="text-sm">
				<legend className="font-semibold text-soft text-xs">Its loaves</legend>
				{loaves.map((loaf) => (
					<CheckField
						key={loaf.id}
						label={loaf.name}
						checked={(draft.loaves ?? []).includes(loaf.id)}
						onChange={(its) =>
							patch({
								loaves: its
									? [...(draft.loaves ?? []), loaf.id]
									: (draft.loaves ?? []).filter((id) => id !== loaf.id),
							})
						}
					/>
				))}
			</fieldset>
			<div className="flex gap-2">
				<Button
					look="main"
					disabled={!draft.name}
					onClick={() => {
						change(() => writeOrder(draft, order?.id ?? null));
						onDone();
					}}
				>
					Save
				</Button>
				{order && (
					<Button
						look="quiet"
						onClick={() => {
							change(() => putOrderAway(order.id));
							onDone();
						}}
					>
						Put it away
					</Button>
				)}
			</div>
		</div>
	);
}
