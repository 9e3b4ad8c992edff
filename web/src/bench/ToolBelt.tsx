import {
	Bell,
	BellOff,
	CalendarClock,
	DoorOpen,
	LifeBuoy,
	type LucideIcon,
	NotebookPen,
	Scale,
	Split,
	Thermometer,
} from "lucide-react";
import { useState } from "react";
import { soundOn, turnSound } from "./alarm";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";

export type Tool = "jobs" | "scale" | "warmth" | "otherwise" | "trouble" | "log";

const TOOLS: readonly (readonly [Tool, string, LucideIcon])[] = [
	["jobs", "Jobs", CalendarClock],
	["scale", "Scale", Scale],
	["warmth", "Warmth", Thermometer],
	["otherwise", "Did it differently", Split],
	["trouble", "Help", LifeBuoy],
	["log", "Log", NotebookPen],
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
	const { rehearsing } = useRoom();
	const look = LOOKS[tone];
	const [sound, setSound] = useState(soundOn);
	const key = `grid min-h-[64px] w-[88px] shrink-0 place-items-center content-center gap-1 rounded-xl border text-sm font-semibold sm:min-h-[72px] ${look.plain}`;
	return (
		<aside
			aria-label="Tools"
			className="order-first flex shrink-0 gap-2 overflow-x-auto sm:order-none sm:flex-col sm:overflow-x-visible sm:overflow-y-auto"
		>
			{TOOLS.filter(([name]) => name !== "jobs" || !rehearsing).map(([name, text, Icon]) => (
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
				aria-pressed={sound}
				onClick={() => {
					turnSound(!sound);
					setSound(!sound);
				}}
				className={key}
			>
				{sound ? <Bell aria-hidden className="size-6" /> : <BellOff aria-hidden className="size-6" />}
				{sound ? "Sound on" : "Sound off"}
			</button>
			<button
				type="button"
				aria-pressed={away}
				onClick={onAway}
				className={`${key} sm:mt-auto ${away ? "border-4 border-current" : ""}`}
			>
				<DoorOpen aria-hidden className="size-6" />
				{away ? "Back" : "Step away"}
			</button>
		</aside>
	);
}
