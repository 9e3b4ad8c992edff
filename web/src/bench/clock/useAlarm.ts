import { useEffect, useRef, useState } from "react";
import type { BowlClock } from "../../api/types";
import { alarm, soundOn, turnSound } from "../alarm";

const FLASH_MS = 4000;

/** What has just opened or begun to close, as "bowl window state". */
export function pressing(clocks: readonly BowlClock[]): string[] {
	return clocks.flatMap((clock) =>
		(clock.face?.windows ?? [])
			.filter(({ limit, stands }) => limit.least_pa > 0 && (stands === "open" || stands === "closing"))
			.map(({ limit, stands }) => `${clock.bowl} ${limit.key} ${stands}`),
	);
}

/** Flash, sound and shake when a window opens or is about to close; sound and shaking can be turned off. */
export function useAlarm(clocks: readonly BowlClock[]) {
	const [sound, setSound] = useState(soundOn);
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
		alarm();
		const timer = setTimeout(() => setFlash(false), FLASH_MS);
		return () => clearTimeout(timer);
	}, [now, loaded]);
	const turn = () => {
		turnSound(!sound);
		setSound(!sound);
	};
	return { sound, turn, flash };
}
