import { useEffect, useState } from "react";
import { TextField } from "./fields";
import { fromRanges, toRanges } from "./ranges";

interface Props {
	label: string;
	bars: readonly number[];
	onChange: (bars: number[]) => void;
}

/** Bars by their numbers; emptied, it is all of them. */
export function BarsField({ label, bars, onChange }: Props) {
	const told = toRanges(bars);
	const [text, setText] = useState(told);
	useEffect(() => {
		setText((typed) => (toRanges(fromRanges(typed) ?? []) === told ? typed : told));
	}, [told]);
	const wrong = fromRanges(text) === null;
	return (
		<div>
			<TextField
				label={label}
				value={text}
				onChange={(typed) => {
					setText(typed);
					const numbers = fromRanges(typed);
					if (numbers) onChange(numbers);
				}}
			/>
			{wrong && <p className="text-xs text-lye">Numbers such as 1–3, 7; empty for all.</p>}
		</div>
	);
}
