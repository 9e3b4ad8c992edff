import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import type { BowlNote } from "../../api/types";
import { LOOKS, type Tone } from "../tone";
import { StageSign } from "./StageSign";

const RINGS = [45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 105, 110];
const STANDING = [8, 12, 16, 20, 24, 28, 32, 36];
const STAGES = [
	["emulsion", "Emulsion"],
	["thin", "Thin"],
	["light", "Light"],
	["medium", "Medium"],
	["thick", "Thick"],
	["pudding", "Pudding"],
] as const;
const DONE = [
	["Stirred", { what: "stirred" }],
	["Blended 5 s", { what: "blended", seconds: 5 }],
	["Blended 10 s", { what: "blended", seconds: 10 }],
	["Coloured", { what: "coloured" }],
	["Scented", { what: "scented" }],
	["Warmed", { what: "warmed" }],
	["Cooled", { what: "cooled" }],
] as const;
const PADS = [
	["ring", "Ring", "One level spoonful, ten seconds: which ring did it reach?"],
	["cup", "Cup", "Turned over and lifted off: how many millimetres stand?"],
	["eye", "By eye", "What does a drizzle do? Worth less than a ring."],
	["done", "Done to it", "What was done to this bowl just now?"],
] as const;

interface Props {
	tone: Tone;
	/** A photograph of the spoonful, where there is one to take. */
	camera?: ReactNode;
	onNote: (note: Partial<BowlNote> & Pick<BowlNote, "kind">) => void;
}

/** Everything that can be told of a bowl with one press. */
export function ReadingPads({ tone, camera, onNote }: Props) {
	const look = LOOKS[tone];
	const key = `min-h-[64px] min-w-[64px] rounded-xl border-2 px-2 text-xl font-bold ${look.plain}`;
	return (
		<Tabs.Root defaultValue="ring">
			<Tabs.List aria-label="Ways to tell" className="grid grid-cols-4 gap-2">
				{PADS.map(([value, text]) => (
					<Tabs.Trigger
						key={value}
						value={value}
						className={`min-h-[64px] rounded-xl border-2 text-lg font-semibold ${look.plain} data-[state=active]:border-4 data-[state=active]:border-current data-[state=active]:font-extrabold`}
					>
						{text}
					</Tabs.Trigger>
				))}
			</Tabs.List>
			{PADS.map(([value, , hint]) => (
				<Tabs.Content key={value} value={value} className="pt-2">
					<p className={`mb-2 text-lg ${look.soft}`}>{hint}</p>
					{value === "ring" && camera}
					{value === "ring" && (
						<div className="grid grid-cols-[repeat(auto-fill,minmax(66px,1fr))] gap-2">
							{RINGS.map((ring) => (
								<button
									key={ring}
									type="button"
									className={`figures ${key}`}
									aria-label={`Ring ${ring}`}
									onClick={() => onNote({ kind: "spread", value: ring })}
								>
									{ring}
								</button>
							))}
						</div>
					)}
					{value === "cup" && (
						<div className="grid grid-cols-4 gap-2">
							{STANDING.map((mm) => (
								<button
									key={mm}
									type="button"
									className={`figures ${key}`}
									aria-label={`${mm} mm stand`}
									onClick={() => onNote({ kind: "slump", value: mm })}
								>
									{mm}
								</button>
							))}
						</div>
					)}
					{value === "eye" && (
						<div className="grid grid-cols-3 gap-2">
							{STAGES.map(([stage, text]) => (
								<button
									key={stage}
									type="button"
									className={`flex items-center justify-center gap-2 ${key}`}
									onClick={() => onNote({ kind: "stage", stage })}
								>
									<StageSign stage={stage} />
									{text}
								</button>
							))}
						</div>
					)}
					{value === "done" && (
						<div className="grid grid-cols-3 gap-2">
							{DONE.map(([text, note]) => (
								<button
									key={text}
									type="button"
									className={key}
									onClick={() => onNote({ kind: "event", ...note })}
								>
									{text}
								</button>
							))}
						</div>
					)}
				</Tabs.Content>
			))}
		</Tabs.Root>
	);
}
