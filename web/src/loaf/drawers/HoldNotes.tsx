import type { EmbedHold } from "../../api/types";
import { FigureValue } from "../../ui/FigureValue";
import { useUnits } from "../../ui/UnitsContext";
import { withUnit } from "../../ui/units";

interface Props {
	hold: EmbedHold;
	/** The stage whose ghost is drawn in the section. */
	stage: string | null;
	onStage: (stage: string | null) => void;
}

/** When to lay it in, and where it would come to rest in thinner or thicker batter. */
export function HoldNotes({ hold, stage, onStage }: Props) {
	const { units } = useUnits();
	const length = (mm: number) => withUnit(mm, "length", units, units === "metric" ? 0 : 2);
	return (
		<section aria-label="When to lay it in" className="space-y-1.5 rounded-lg bg-rim-wash p-2.5">
			<p className="text-sm">{hold.says}</p>
			<p className="text-sm">
				Stays as drawn once the batter is{" "}
				<FigureValue
					figure={hold.needed}
					label="Thickness that holds it"
					digits={0}
					says={hold.ghosts.find((ghost) => ghost.stage === hold.stage)?.name}
				/>
				.
			</p>
			<fieldset>
				<legend className="text-xs font-semibold text-soft">Laid in and let go at…</legend>
				<div className="mt-0.5 flex flex-wrap gap-1">
					{hold.ghosts.map((ghost) => (
						<button
							key={ghost.stage}
							type="button"
							aria-pressed={stage === ghost.stage}
							onClick={() => onStage(stage === ghost.stage ? null : ghost.stage)}
							className={`min-h-8 rounded-md border px-2 text-left text-xs ${stage === ghost.stage ? "border-rim bg-rim text-on-rim" : "border-line bg-paper hover:bg-enamel"}`}
						>
							{ghost.name}
							<span className="figures block">
								{restText(ghost.off_mm, ghost.on_floor, length)}
								{Math.abs(ghost.tapped_off_mm - ghost.off_mm) > 0.5 && (
									<>, tapped {restText(ghost.tapped_off_mm, false, length)}</>
								)}
							</span>
						</button>
					))}
				</div>
			</fieldset>
			<p className="text-xs text-soft">
				Estimates; tapping taken to leave a third of the strength. Makers' stages differ by a factor of two
				and more.
			</p>
		</section>
	);
}

function restText(off: number, onFloor: boolean, length: (mm: number) => string): string {
	if (onFloor && off < -0.5) return "on the floor";
	if (Math.abs(off) < 0.5) return "as drawn";
	return off < 0 ? `${length(-off)} too deep` : `${length(off)} too high`;
}
