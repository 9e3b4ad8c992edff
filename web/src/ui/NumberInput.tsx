import { type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import { counted } from "./counting";
import { useSaid } from "./plainFields";
import { readTyped } from "./typedNumber";
import { useUnits } from "./UnitsContext";
import { type Quantity, type Unit, unitOf } from "./units";

interface Props {
	id: string;
	value: number | null;
	onChange: (value: number | null) => void;
	/** What the number measures, in the core's unit; left out for percentages and counts. */
	quantity?: Quantity;
	/** Its own sign, which may be typed behind it. */
	suffix?: string;
	/** What a millilitre of it weighs as spooned [g]: spoons may be typed then. */
	bulk?: number;
	/** How much of it a millilitre of it wetted holds [g]: spoons of the mix may be typed then. */
	mixed?: number;
	digits?: number;
	/** How far an arrow key moves it, as it is shown. */
	step?: number;
	min?: number;
	placeholder?: string;
	className?: string;
	/** The part of what is sent that it holds, where that is kept by a press. */
	field?: string;
	/** The hand leaves it, or presses Enter. */
	onDone?: () => void;
}

/**
 * A number as people type it, in the units in use or with one behind it. What it is taken for stands under it while it is
 * typed; what could be two numbers is asked; what is none says why and stays, and nothing is handed on.
 */
export function NumberInput({
	id,
	value,
	onChange,
	quantity,
	suffix,
	bulk,
	mixed,
	digits,
	step = 1,
	min,
	field,
	...look
}: Props) {
	const { units } = useUnits();
	const says = useId();
	const refusal = useSaid(id, field);
	const own: Unit = quantity
		? unitOf(units, quantity)
		: { label: suffix ?? "", size: 1, digits: digits ?? 2 };
	const wanted = { quantity, units, sign: suffix, bulk, mixed };
	const inOwn = (number: number) => (number - (own.zero ?? 0)) / own.size;
	// A scale of another size needs its own number of digits.
	const places = quantity && own.size === 1 ? (digits ?? own.digits) : own.digits;
	const plainly = (number: number) => Number(inOwn(number).toFixed(places));
	const told = (number: number) => counted(String(plainly(number)));
	// What was meant is told to the last digit that was typed.
	const exactly = (number: number) => counted(String(Number(inOwn(number).toFixed(4))));
	const shown = value === null ? "" : told(value);
	const [typed, setTyped] = useState<string | null>(null);
	// A value from elsewhere takes the place of what was typed here; what was handed on from here does not.
	const handed = useRef<number | null | undefined>(undefined);
	useEffect(() => {
		if (value !== handed.current) setTyped(null);
		handed.current = undefined;
	}, [value]);
	// What was typed was meant in the unit that stood there then.
	const meant = `${units} ${quantity} ${suffix}`;
	const before = useRef(meant);
	if (before.current !== meant) {
		before.current = meant;
		if (typed !== null) setTyped(null);
	}
	const hand = (next: number | null) => {
		handed.current = next;
		refusal.touch();
		onChange(next);
	};
	const read = typed === null ? null : readTyped(typed, wanted);
	const tooLow = read?.is === "number" && min !== undefined && inOwn(read.value) < min;
	const take = (text: string) => {
		setTyped(text);
		const now = readTyped(text, wanted);
		if (now.is === "empty") hand(null);
		if (now.is === "number" && (min === undefined || inOwn(now.value) >= min)) hand(now.value);
	};
	const mean = (number: number) => {
		hand(number);
		setTyped(null);
	};
	const wrong = read?.is === "wrong" ? read.says : tooLow ? `It is ${min} at least.` : null;
	const unsure = read?.is === "unsure" ? read.could : null;
	const behind = own.label && ` ${own.label}`;
	const echo = read?.is === "number" && !read.plain && !tooLow ? `= ${exactly(read.value)}${behind}` : null;
	const done = () => {
		// What was refused or could be two numbers stays until it is put right.
		if (wrong !== null || unsure !== null) return;
		look.onDone?.();
		setTyped(null);
	};
	const onKeyDown = (event: KeyboardEvent) => {
		if (event.key === "Enter") done();
		const way = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
		if (way === 0 || value === null) return;
		event.preventDefault();
		take(counted(String(Number((plainly(value) + way * step).toFixed(6)))));
	};
	return (
		<>
			<input
				id={id}
				className={look.className ?? "field figures w-full"}
				type="text"
				inputMode="decimal"
				autoComplete="off"
				{...refusal.refused}
				{...((wrong !== null || unsure !== null) && { "aria-invalid": true })}
				{...((wrong || unsure || echo) && { "aria-describedby": says })}
				placeholder={look.placeholder}
				value={typed ?? shown}
				onChange={(event) => take(event.target.value)}
				onKeyDown={onKeyDown}
				onBlur={done}
			/>
			<span id={says} className="block text-xs">
				{echo && <span className="text-soft">{echo}</span>}
				{wrong && (
					<span role="alert" className="font-semibold text-lye">
						{wrong}
					</span>
				)}
				{unsure && (
					<span role="alert" className="mt-1 flex flex-wrap items-center gap-2 font-semibold text-lye">
						Which?
						{unsure.map((number) => (
							<button
								key={number}
								type="button"
								className="min-h-7 rounded border border-current px-2"
								onClick={() => mean(number)}
							>
								{exactly(number)}
								{behind}
							</button>
						))}
					</span>
				)}
			</span>
			{refusal.note}
		</>
	);
}
