import { useEffect, useRef, useState } from "react";
import type { BowlClock } from "../../api/types";

const SOUND_KEY = "archtop.bench.sound";
const FLASH_MS = 4000;

/** What has just opened or begun to close, as "bowl window state". */
export function pressing(clocks: readonly BowlClock[]): string[] {
	return clocks.flatMap((clock) =>
		(clock.face?.windows ?? [])
			.filter(({ limit, stands }) => limit.least_pa > 0 && (stands === "open" || stands === "closing"))
			.map(({ limit, stands }) => `${clock.bowl} ${limit.key} ${stands}`),
	);
}

function beep(): void {
	const audio = new AudioContext();
	const tone = audio.createOscillator();
	const loud = audio.createGain();
	tone.frequency.value = 880;
	loud.gain.setValueAtTime(0.25, audio.currentTime);
	loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.9);
	tone.connect(loud).connect(audio.destination);
	tone.start();
	tone.stop(audio.currentTime + 0.9);
	tone.onended = () => void audio.close();
}

/** Flash, sound and shake when a window opens or is about to close; sound and shaking can be turned off. */
export function useAlarm(clocks: readonly BowlClock[]) {
	const [sound, setSound] = useState(() => localStorage.getItem(SOUND_KEY) !== "off");
	const [flash, setFlash] = useState(false);
	const known = useRef<Set<string> | null>(null);
	const now = pressing(clocks).join("|");
	const loaded = clocks.length > 0;
	useEffect(() => {
		if (!loaded) return;
		const keys = now ? now.split("|") : [];
		// What stood open when the page was opened is no news.
		const news = known.current ? keys.filter((key) => !known.current?.has(key)) : [];
		known.current = new Set(keys);
		if (news.length === 0) return;
		setFlash(true);
		if (sound) {
			beep();
			navigator.vibrate?.([300, 100, 300]);
		}
		const timer = setTimeout(() => setFlash(false), FLASH_MS);
		return () => clearTimeout(timer);
	}, [now, loaded, sound]);
	const turn = () => {
		localStorage.setItem(SOUND_KEY, sound ? "off" : "on");
		setSound(!sound);
	};
	return { sound, turn, flash };
}
