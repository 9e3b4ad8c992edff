import { useQuery } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";
import { v4 as newId } from "uuid";
import { benchQuery } from "../api/queries";
import type { BenchPress, Step } from "../api/types";
import { now } from "../ui/wallClock";
import { type Bench, benchOf, type Put } from "./benchOf";
import { benchRoom } from "./Post";
import { useOutbox } from "./useOutbox";

/** The bench log of a loaf: presses stand once this browser has kept them, and reach the server in their order. */
export function useBench(loaf: string, steps: readonly Step[]): Bench {
	const { data } = useQuery(benchQuery(loaf));
	const { waiting, coming, stuck, full, unkept, add } = useOutbox<BenchPress>(benchRoom(loaf));
	const put: Put = useCallback((step, action, shown) => add(pressOf(step, action, now(), shown)), [add]);
	return useMemo(() => {
		const sent = data?.entries ?? [];
		const shown = benchOf(steps, [...sent, ...unsent(sent, waiting)], put, waiting.length, {
			stuck,
			full,
			unkept,
		});
		if (coming.length === 0) return shown;
		// A hand may be quicker than the disk: it presses what comes after what it has just pressed.
		const ahead = benchOf(steps, [...shown.presses, ...coming], put, waiting.length);
		const { press, skip, undo, tick, happened } = ahead;
		return { ...shown, press, skip, undo, tick, happened };
	}, [data, waiting, coming, stuck, full, unkept, steps, put]);
}

/** A press at a moment of the room's clock [ms]. */
export function pressOf(
	step: string,
	action: BenchPress["action"],
	at: number,
	shown: { grams?: number; celsius?: number } = {},
): BenchPress {
	return {
		press_id: newId(),
		step,
		action,
		pressed_at: new Date(at).toISOString(),
		grams: shown.grams ?? null,
		celsius: shown.celsius ?? null,
	};
}

function unsent(entries: readonly BenchPress[], waiting: readonly BenchPress[]): BenchPress[] {
	const sent = new Set(entries.map((entry) => entry.press_id));
	return waiting.filter((press) => !sent.has(press.press_id));
}
