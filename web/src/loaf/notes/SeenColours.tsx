import type { ColourPlan, LoafOutcome } from "../../api/types";
import { Button } from "../../ui/Button";
import { ColourField } from "../../ui/ColourField";
import { Swatch } from "../../ui/Swatch";

type Seen = NonNullable<LoafOutcome["colours"]>[number];

interface Props {
	colours: readonly ColourPlan[];
	seen: readonly Seen[];
	onChange: (seen: Seen[]) => void;
}

/** Each colour as it came out beside its forecast: told by eye here, or measured on a photograph. */
export function SeenColours({ colours, seen, onChange }: Props) {
	const set = (colour: string, srgb: string | null) => {
		const others = seen.filter((item) => item.colour !== colour);
		onChange(srgb === null ? others : [...others, { colour, srgb, how: "by eye" }]);
	};
	return (
		<fieldset>
			<legend className="font-semibold text-soft text-xs">Colours as they came out</legend>
			<ul className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 text-sm">
				{colours.map((colour) => {
					const mine = seen.find((item) => item.colour === colour.id);
					return (
						<li key={colour.id} className="flex items-center gap-2">
							<Swatch srgb={colour.shown} size={20} />
							<div className="w-12 shrink-0">
								<ColourField
									label={`${colour.name} as it came out`}
									hidden
									value={mine?.srgb ?? colour.shown}
									onChange={(srgb) => set(colour.id, srgb)}
								/>
							</div>
							<span className="min-w-0 flex-1 truncate">{colour.name}</span>
							{mine && (
								<Button look="quiet" className="px-1.5" onClick={() => set(colour.id, null)}>
									<span className="text-xs">{mine.how === "white card" ? "card" : "eye"}</span>
									<span aria-hidden>×</span>
									<span className="sr-only">: forget how {colour.name} came out</span>
								</Button>
							)}
						</li>
					);
				})}
			</ul>
			<p className="mt-1 text-soft text-xs">
				Left the forecast, right what you see. Surer: a photograph with a white card in it, measured above.
			</p>
		</fieldset>
	);
}
