import { useQuery } from "@tanstack/react-query";
import { faultsQuery } from "../../api/queries";
import type { Fault } from "../../api/types";
import { Rows } from "./Rows";

const BAD = [
	[1, "a blemish"],
	[2, "a second"],
	[3, "a loss"],
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
			columns="grid-cols-[minmax(0,1fr)_8rem_4.5rem]"
			onChange={onChange}
		>
			{(fault, set) => (
				<>
					<select
						className="field"
						aria-label="Fault"
						value={fault.kind}
						onChange={(event) => set({ kind: event.target.value })}
					>
						{kinds.map((kind) => (
							<option key={kind.key} value={kind.key}>
								{kind.name}
							</option>
						))}
					</select>
					<select
						className="field"
						aria-label={`How bad: ${nameOf(fault)}`}
						value={fault.bad ?? 1}
						onChange={(event) => set({ bad: Number(event.target.value) })}
					>
						{BAD.map(([value, words]) => (
							<option key={value} value={value}>
								{words}
							</option>
						))}
					</select>
					<input
						className="field figures w-full"
						aria-label={`On which bars: ${nameOf(fault)}`}
						placeholder="bars"
						defaultValue={(fault.bars ?? []).join(", ")}
						onBlur={(event) => set({ bars: barsIn(event.target.value, bars) })}
					/>
					<input
						className="field col-span-3 w-full"
						aria-label={`Where: ${nameOf(fault)}`}
						placeholder="where, in a word"
						maxLength={200}
						value={fault.where ?? ""}
						onChange={(event) => set({ where: event.target.value })}
					/>
				</>
			)}
		</Rows>
	);
}

/** "1, 3 5" as the numbers of bars that there are, each once. */
export const barsIn = (text: string, most: number) =>
	[...new Set((text.match(/\d+/g) ?? []).map(Number))].filter((n) => n >= 1 && n <= most);
