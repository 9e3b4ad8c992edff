import { RadioGroup, Slider } from "radix-ui";
import { type ReactNode, useId } from "react";
import { useSaid } from "./plainFields";

/** Yes or no, in a line. */
export function CheckField(props: {
	label: ReactNode;
	/** Heard only: what it is stands beside it already. */
	hidden?: boolean;
	checked: boolean;
	disabled?: boolean;
	onChange: (checked: boolean) => void;
}) {
	const { touch, refused, note } = useSaid(useId());
	return (
		<>
			<label className="flex min-h-6 items-center gap-2 text-sm">
				<input
					type="checkbox"
					className="size-4 shrink-0"
					checked={props.checked}
					disabled={props.disabled}
					{...refused}
					onChange={(event) => {
						touch();
						props.onChange(event.target.checked);
					}}
				/>
				{props.hidden ? <span className="sr-only">{props.label}</span> : props.label}
			</label>
			{note}
		</>
	);
}

/** One of a few that are seen side by side; arrow keys go from one to the next. */
export function PickField<T extends string>(props: {
	label: string;
	/** Heard only: what it is stands beside it already. */
	hidden?: boolean;
	value: T;
	options: readonly (readonly [T, ReactNode])[];
	/** How they stand together, and how each looks. */
	stand: string;
	each: string;
	onChange: (value: T) => void;
}) {
	const id = useId();
	return (
		<div>
			<div id={id} className={props.hidden ? "sr-only" : "font-semibold text-soft text-xs"}>
				{props.label}
			</div>
			<RadioGroup.Root
				aria-labelledby={id}
				className={props.stand}
				value={props.value}
				onValueChange={(value) => props.onChange(value as T)}
			>
				{props.options.map(([key, shown]) => (
					<RadioGroup.Item key={key} value={key} className={props.each}>
						{shown}
					</RadioGroup.Item>
				))}
			</RadioGroup.Root>
		</div>
	);
}

/** How far along a row of whole numbers; what it stands at is said. */
export function SliderField(props: {
	label: string;
	/** Beside its label, and heard. */
	says: string;
	value: number;
	least?: number;
	most: number;
	onChange: (value: number) => void;
}) {
	const { least = 0, most } = props;
	return (
		<div className="text-xs font-semibold text-soft">
			<span className="flex justify-between gap-2">
				{props.label} <span className="font-normal">{props.says}</span>
			</span>
			<Slider.Root
				className="relative mt-1 flex h-6 w-full touch-none items-center select-none"
				min={least}
				max={most}
				value={[Math.min(props.value, most)]}
				onValueChange={([value = least]) => props.onChange(value)}
			>
				<Slider.Track className="relative h-1.5 grow rounded-full bg-line">
					<Slider.Range className="absolute h-full rounded-full bg-rim" />
				</Slider.Track>
				<Slider.Thumb
					className="block size-6 rounded-full border-2 border-rim bg-paper"
					aria-label={props.label}
					aria-valuetext={props.says}
				/>
			</Slider.Root>
		</div>
	);
}
