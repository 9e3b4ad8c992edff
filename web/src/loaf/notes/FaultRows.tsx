import { useQuery } from "@tanstack/react-query";
import { faultsQuery } from "../../api/queries";
import type { Fault } from "../../api/types";
import { SelectField, TextField } from "../../ui/fields";
import { Rows } from "./Rows";

const BAD = [
	["1", "a blemish"],
	["2", "a second"],
	["3", "a loss"],
] as const;

interface Props {
	faults: readonly Fault[];
	bars: number;
	onChange: (faults: Fault[]) => void;
}

/** What went wrong: which, how bad, on which bars, where. */
export function FaultRows({ faults, bars, onChange }: Props) {
	const { data: kinds = [] } = useQuery(faultsQuery);
	const nameOf = (fault: Fault) => kinds.find((kind) => kind.key === fault.kind)?.name ?? fault.kind;
	return (
		<Rows<Fault>
			legend="What went wrong"
			items={faults}
			fresh={{ kind: kinds[0]?.key ?? "voids", bad: 1, bars: [], where: "" }}
			add="Something went wrong"
			nameOf={nameOf}
			columns="grid-cols-[minmax(0,1fr)_8rem_4.5rem] max-sm:grid-cols-[minmax(0,1fr)_4.5rem] max-sm:[&>:first-child]:col-span-2"
			onChange={onChange}
		>
			{(fault, set) => (
				<>
					<SelectField
						label="Fault"
						hidden
						value={fault.kind}
						options={kinds.map((kind) => [kind.key, kind.name] as const)}
						onChange={(kind) => set({ kind })}
					/>
					<SelectField
						label={`How bad: ${nameOf(fault)}`}
						hidden
						value={String(fault.bad ?? 1)}
						options={BAD}
						onChange={(bad) => set({ bad: Number(bad) })}
					/>
					<TextField
						label={`On which bars: ${nameOf(fault)}`}
						hidden
						late
						placeholder="bars"
						look="field figures w-full"
						value={(fault.bars ?? []).join(", ")}
						onChange={(typed) => set({ bars: barsIn(typed, bars) })}
					/>
					<div className="col-span-full">
						<TextField
							label={`Where: ${nameOf(fault)}`}
							hidden
							placeholder="where, in a word"
							max={200}
							value={fault.where ?? ""}
							onChange={(where) => set({ where })}
						/>
					</div>
				</>
			)}
		</Rows>
	);
}

/** "1, 3 5" as the numbers of bars that there are, each once. */
export const barsIn = (text: string, most: number) =>
	[...new Set((text.match(/\d+/g) ?? []).map(Number))].filter((n) => n >= 1 && n <= most);
