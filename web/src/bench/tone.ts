import { useState } from "react";

/** The bench on a dark screen, and on a light one. */
export const LOOKS = {
	dark: {
		room: "bg-[#101b2c] text-white [--ring:#f3d9a0]",
		soft: "text-[#b9c6d6]",
		card: "border-[#3a4c66] bg-[#18273d]",
		press: "bg-[#f3d9a0] text-ink hover:bg-white",
		plain: "border-[#6d819d] hover:bg-[#24364f]",
		line: "border-[#3a4c66]",
		ticked: "border-[#6fbf97] text-[#a9e3c6]",
	},
	light: {
		room: "bg-enamel text-ink",
		soft: "text-soft",
		card: "border-line bg-white",
		press: "bg-rim text-white hover:bg-rim-deep",
		plain: "border-rim hover:bg-rim-wash",
		line: "border-line",
		ticked: "border-set text-set",
	},
} as const;

export type Tone = keyof typeof LOOKS;
const TONE_KEY = "archtop.bench.tone";

/** The tone this device was left in, and how to turn it. */
export function useTone(): { tone: Tone; turn: () => void } {
	const [tone, setTone] = useState<Tone>(() =>
		localStorage.getItem(TONE_KEY) === "light" ? "light" : "dark",
	);
	const turn = () => {
		const next = tone === "dark" ? "light" : "dark";
		localStorage.setItem(TONE_KEY, next);
		setTone(next);
	};
	return { tone, turn };
}
