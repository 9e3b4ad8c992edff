import { Plus } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./Button";
import { ChoiceField, type OptionGroup } from "./ChoiceField";
import { NumberField } from "./fields";
import { RemoveButton } from "./RemoveButton";

export interface PercentRow {
	readonly key: string;
	readonly percent: number;
}

interface Props {
	/** "Fat", "Colour": what a row holds. */
	what: string;
	/** What the rows make up, for people who do not see them side by side. */
	of?: string;
	rows: readonly PercentRow[];
	/** So many rows stay. */
	least?: number;
	options: readonly (readonly [string, string])[];
	/** How they are grouped, where there are many. */
	groups?: readonly OptionGroup[];
	onChange: (rows: PercentRow[]) => void;
	onAdd?: () => void;
	digits?: number;
	suffix?: string;
	children?: ReactNode;
}

/** Things and their percents, one to a row. */
export function PercentRows({
	what,
	of,
	rows,
	least = 1,
	options,
	groups,
	onChange,
	onAdd,
	digits = 1,
	suffix = "%",
	children,
}: Props) {
	const name = (n: number) => `${what} ${n}${of ? ` of ${of}` : ""}`;
	const patch = (at: number, change: Partial<PercentRow>) =>
		onChange(rows.map((row, i) => (i === at ? { ...row, ...change } : row)));
	return (
		<div className="space-y-1.5">
			{rows.map((row, i) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another choice in it must keep the focus.
				<div key={i} className="grid grid-cols-[1fr_84px_auto] items-end gap-2">
					<ChoiceField
						label={name(i + 1)}
						value={row.key}
						options={options}
						groups={groups}
						onChange={(key) => patch(i, { key })}
					/>
					<NumberField
						label="Share"
						suffix={suffix}
						digits={digits}
						min={0}
						value={row.percent}
						onChange={(percent) => patch(i, { percent })}
					/>
					<RemoveButton
						aria-label={`Remove ${name(i + 1)}`}
						disabled={rows.length <= least}
						onClick={() => onChange(rows.filter((_, at) => at !== i))}
					/>
				</div>
			))}
			<div className="flex items-center justify-between">
				{onAdd && (
					<Button look="quiet" onClick={onAdd}>
						<Plus aria-hidden className="size-4" /> Another {what.toLowerCase()}
					</Button>
				)}
				{children}
			</div>
		</div>
	);
}
