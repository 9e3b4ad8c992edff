import { Popover } from "radix-ui";
import type { Figure } from "../api/types";
import { useUnits } from "./UnitsContext";
import { figureText } from "./units";

/** A number a person acts on: press it to see how it came about. */
export function FigureValue({
	figure,
	label,
	digits,
	says,
	className = "",
}: {
	figure: Figure;
	label: string;
	digits?: number;
	/** In words, where the number itself says little to a hand; it stands in what opens. */
	says?: string;
	className?: string;
}) {
	const { units } = useUnits();
	const show = (value: number) => figureText(value, figure.unit, units, digits);
	const spread = figure.high - figure.low > 1e-9;
	return (
		<Popover.Root>
			<Popover.Trigger
				className={`figures inline-block min-h-6 min-w-6 cursor-help rounded underline decoration-rim/40 decoration-dotted underline-offset-4 hover:decoration-rim ${className}`}
				aria-label={`${label}: ${says ?? show(figure.value)}. How it came about`}
			>
				{says ?? show(figure.value)}
			</Popover.Trigger>
			<Popover.Portal>
				<Popover.Content
					sideOffset={6}
					collisionPadding={12}
					className="tray z-50 max-w-80 p-3 text-sm shadow-lg"
					aria-label={`How ${label} came about`}
				>
					<p className="font-bold">{label}</p>
					{says && <p className="mt-1">About {show(figure.value)}.</p>}
					<p className="mt-1">{figure.how}</p>
					{spread && (
						<p className="mt-1">
							Believed to lie between {show(figure.low)} and {show(figure.high)}.
						</p>
					)}
					<p className="mt-2 text-soft">
						<span className="mr-2 rounded-full bg-rim-wash px-2 py-0.5 text-xs font-bold text-rim-deep">
							{figure.basis}
						</span>
						{figure.source}
					</p>
					<Popover.Arrow className="fill-line" />
				</Popover.Content>
			</Popover.Portal>
		</Popover.Root>
	);
}
