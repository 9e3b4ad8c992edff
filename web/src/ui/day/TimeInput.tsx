import { useState } from "react";

const TIME = /^([01]?\d|2[0-3])[:.h ]?([0-5]\d)?$/;

interface Props {
	label: string;
	/** "18:00". */
	value: string;
	onChange: (time: string) => void;
}

/** A time of day by the studio's clock: "18:00", "18" or "1800" as it is typed. */
export function TimeInput({ label, value, onChange }: Props) {
	const [typed, setTyped] = useState<string | null>(null);
	const [left, setLeft] = useState(false);
	const read = typed === null ? null : TIME.exec(typed.trim());
	const whole = read && `${read[1]?.padStart(2, "0")}:${read[2] ?? "00"}`;
	const wrong = typed !== null && !read && left;
	const done = () => {
		setLeft(true);
		if (!whole) return;
		if (whole !== value) onChange(whole);
		setTyped(null);
	};
	return (
		<span className="min-w-0">
			<input
				aria-label={label}
				className="field figures w-full"
				inputMode="numeric"
				autoComplete="off"
				value={typed ?? value}
				{...(wrong && { "aria-invalid": true })}
				onChange={(event) => {
					setLeft(false);
					setTyped(event.target.value);
					const now = TIME.exec(event.target.value.trim());
					// Told to the minute, nothing more can be meant.
					if (now?.[2] && now[1]?.length === 2) onChange(`${now[1]}:${now[2]}`);
				}}
				onKeyDown={(event) => event.key === "Enter" && done()}
				onBlur={done}
			/>
			{wrong && (
				<span role="alert" className="block font-semibold text-lye text-xs">
					Type it like 18:00.
				</span>
			)}
		</span>
	);
}
