import { Plus } from "lucide-react";
import type { ColourDose, OfferedColourant } from "../../api/types";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/ChoiceField";
import { NumberField } from "../../ui/fields";
import { RemoveButton } from "../../ui/RemoveButton";

interface Props {
	name: string;
	doses: readonly ColourDose[];
	jars: readonly OfferedColourant[];
	onChange: (doses: ColourDose[]) => void;
}

/** Jars and their doses by the portion's oils. */
export function DoseRows({ name, doses, jars, onChange }: Props) {
	const patch = (at: number, change: Partial<ColourDose>) =>
		onChange(doses.map((dose, i) => (i === at ? { ...dose, ...change } : dose)));
	const unused = jars.find(
		(jar) =>
			jar.alkali_stable !== false &&
			jar.skin_safe !== false &&
			!doses.some((dose) => dose.colourant === jar.key),
	);
	return (
		<div className="space-y-1.5">
			{doses.map((dose, i) => {
				const jar = jars.find((one) => one.key === dose.colourant);
				return (
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; another jar in it must keep the focus.
					<div key={i} className="grid grid-cols-[1fr_84px_auto] items-end gap-2">
						<ChoiceField
							label={`Jar ${i + 1} in ${name}`}
							value={dose.colourant}
							options={jars.map((jar) => [jar.key, jar.name] as const)}
							onChange={(colourant) => patch(i, { colourant })}
						/>
						<NumberField
							label="Dose"
							quantity="dose"
							bulk={jar?.bulk_g_ml ?? undefined}
							mixed={jar?.mixed_g_ml ?? undefined}
							min={0}
							value={dose.g_per_kg}
							onChange={(g_per_kg) => patch(i, { g_per_kg })}
						/>
						<RemoveButton
							aria-label={`Remove jar ${i + 1} from ${name}`}
							onClick={() => onChange(doses.filter((_, at) => at !== i))}
						/>
					</div>
				);
			})}
			{unused && (
				<Button
					look="quiet"
					onClick={() => onChange([...doses, { colourant: unused.key, g_per_kg: Math.max(unused.low, 1) }])}
				>
					<Plus aria-hidden className="size-4" /> Add colourant
				</Button>
			)}
		</div>
	);
}
