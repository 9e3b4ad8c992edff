import { Plus } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button";
import { RemoveButton } from "../../ui/RemoveButton";

interface Props<T> {
	legend: string;
	items: readonly T[];
	/** What a new line begins as. */
	fresh: T;
	add: string;
	/** What a line is called when it is taken away. */
	nameOf: (item: T) => string;
	columns: string;
	onChange: (items: T[]) => void;
	children: (item: T, set: (next: Partial<T>) => void) => ReactNode;
}

/** Lines that are added one by one, changed and taken away. */
export function Rows<T>({ legend, items, fresh, add, nameOf, columns, onChange, children }: Props<T>) {
	return (
		<fieldset>
			<legend className="mb-1 font-semibold text-soft text-xs">{legend}</legend>
			<ul className="divide-y divide-line">
				{items.map((item, i) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: two lines may be alike, and are told apart by their place.
					<li key={i} className="grid grid-cols-[1fr_auto] items-start gap-1.5 py-2 first:pt-0">
						<div className={`grid items-end gap-1.5 ${columns}`}>
							{children(item, (next) =>
								onChange(items.map((other, n) => (n === i ? { ...item, ...next } : other))),
							)}
						</div>
						<RemoveButton
							aria-label={`Remove: ${nameOf(item)}`}
							onClick={() => onChange(items.filter((_, n) => n !== i))}
						/>
					</li>
				))}
			</ul>
			<Button className="mt-1.5" onClick={() => onChange([...items, fresh])}>
				<Plus aria-hidden className="size-4" /> {add}
			</Button>
		</fieldset>
	);
}
