import { DoorOpen, LifeBuoy, type LucideIcon, NotebookPen, Scale, Split, Thermometer } from "lucide-react";
import { LOOKS, type Tone } from "./tone";

export type Tool = "scale" | "warmth" | "otherwise" | "trouble" | "log";

const TOOLS: readonly (readonly [Tool, string, LucideIcon])[] = [
	["scale", "Scale", Scale],
	["warmth", "Warmth", Thermometer],
	["otherwise", "Otherwise", Split],
	["trouble", "Wrong", LifeBuoy],
	["log", "So far", NotebookPen],
];

interface Props {
	tool: Tool | null;
	onTool: (tool: Tool) => void;
	away: boolean;
	onAway: () => void;
	tone: Tone;
}

/** What lies ready beside the work: pressed, it opens; pressed again, it is put back. */
export function ToolBelt({ tool, onTool, away, onAway, tone }: Props) {
	const look = LOOKS[tone];
	const key = `grid min-h-[72px] w-[88px] place-items-center content-center gap-1 rounded-xl border text-sm font-semibold ${look.plain}`;
	return (
		<aside aria-label="Tools" className="flex shrink-0 flex-col gap-2">
			{TOOLS.map(([name, text, Icon]) => (
				<button
					key={name}
					type="button"
					aria-pressed={tool === name}
					disabled={away}
					onClick={() => onTool(name)}
					className={`${key} disabled:opacity-40 ${tool === name ? "border-4 border-current" : ""}`}
				>
					<Icon aria-hidden className="size-6" />
					{text}
				</button>
			))}
			<button
				type="button"
				aria-pressed={away}
				onClick={onAway}
				className={`${key} mt-auto ${away ? "border-4 border-current" : ""}`}
			>
				<DoorOpen aria-hidden className="size-6" />
				{away ? "Back" : "Called away"}
			</button>
		</aside>
	);
}
