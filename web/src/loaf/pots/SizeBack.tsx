import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { sizeBack } from "../../api/queries";
import type { BackTarget } from "../../api/types";
import { Button } from "../../ui/Button";
import { NumberField, SelectField } from "../../ui/fields";
import { NotDone } from "../../ui/Problems";
import { useEditor } from "../editor/EditorContext";

const USES = [
	["scent", "a scent's bottle"],
	["fat", "a fat on hand"],
	["oils", "so much oil in all"],
	["bowl", "the biggest bowl"],
	["shreds", "a bag of shreds"],
] as const;

/** Sizing the other way round: the loaf takes exactly what there is. */
export function SizeBack() {
	const { id: loaf, document, edit, live } = useEditor();
	const [use, setUse] = useState<BackTarget["use"]>("scent");
	const [key, setKey] = useState("");
	const [amount, setAmount] = useState(30);
	const [share, setShare] = useState(25);
	const own = live.plan.pots.at(-1);
	const keys =
		use === "scent"
			? document.blends.map((blend) => [blend.id, blend.name] as const)
			: use === "fat"
				? (own?.ingredients ?? [])
						.filter((line) => line.role === "oil")
						.map((line) => [line.key, line.name] as const)
				: [];
	const chosen = keys.some(([id]) => id === key) ? key : (keys[0]?.[0] ?? "");
	const ask = useMutation({
		mutationFn: () => sizeBack(document, loaf, { use, amount, key: chosen, share_percent: share }),
	});
	const found = ask.data;
	return (
		<section aria-labelledby="size-back" className="tray no-print space-y-2 p-4">
			<h2 id="size-back" className="text-lg">
				Size to what you have
			</h2>
			<div className="grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] items-end gap-2">
				<SelectField label="Use up" value={use} options={USES} onChange={setUse} />
				{keys.length > 0 && <SelectField label="Which" value={chosen} options={keys} onChange={setKey} />}
				<NumberField
					label="You have"
					quantity={use === "bowl" ? "volume" : "weight"}
					min={0}
					value={amount}
					onChange={setAmount}
				/>
				{use === "shreds" && (
					<NumberField label="Share of the loaf" suffix="%" digits={0} value={share} onChange={setShare} />
				)}
				<Button look="main" onClick={() => ask.mutate()} disabled={ask.isPending}>
					Work it out
				</Button>
			</div>
			<NotDone title="That does not work out yet" error={ask.error} of={document} />
			{found && (
				<div
					role="status"
					className="flex flex-wrap items-center gap-3 rounded-lg bg-rim-wash px-3 py-2 text-sm"
				>
					<span>{found.says}</span>
					<Button
						onClick={() => {
							edit((loaf) => ({ ...loaf, work: found.loaf.work }));
							ask.reset();
						}}
					>
						Use this
					</Button>
				</div>
			)}
		</section>
	);
}
