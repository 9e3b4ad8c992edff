import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Outlet } from "react-router";
import { ApiProblem, rehearse } from "../../api/queries";
import type { NoteIn, Problem, Rehearsal, RehearsalIn } from "../../api/types";
import { useEditor } from "../../loaf/editor/EditorContext";
import { now as wallNow } from "../../ui/wallClock";
import { benchOf } from "../benchOf";
import { noteOf } from "../clock/useClocks";
import { type Room, RoomContext } from "../room";
import { pressOf } from "../useBench";
import { useDevices } from "../useDevices";
import { type Day, dayNow, keepDay, newDay, readDay, wound } from "./day";

const LOOK_MS = 1500;
const anySeed = () => Math.floor(Math.random() * 2 ** 31);

const asked = (day: Day, notes: readonly NoteIn[] = day.notes): RehearsalIn => ({
	seed: day.seed,
	now: new Date(dayNow(day, wallNow())).toISOString(),
	presses: [...day.presses],
	notes: [...notes],
});

/** A bench to practise on: simulated batter, a clock that runs faster, a log that only this browser keeps. */
export function RehearsalRoom() {
	const { id, live } = useEditor();
	const [day, setDay] = useState<Day>(() => readDay(id) ?? newDay(wallNow(), anySeed()));
	const current = useRef(day);
	const change = useCallback(
		(make: (day: Day) => Day) => {
			current.current = make(current.current);
			keepDay(id, current.current);
			setDay(current.current);
		},
		[id],
	);
	useEffect(() => keepDay(id, current.current), [id]);
	const now = useCallback(() => dayNow(current.current, wallNow()), []);
	const devices = useDevices(now);
	const [refused, setRefused] = useState<readonly Problem[]>([]);
	const { data } = useQuery({
		queryKey: ["rehearsal", id, day.seed, day.presses.length, day.notes, day.clock],
		queryFn: () => rehearse(id, asked(current.current)),
		refetchInterval: LOOK_MS,
		placeholderData: keepPreviousData,
		gcTime: 0,
	});

	const bench = useMemo(
		() =>
			benchOf(
				live.plan.steps,
				day.presses,
				(step, action, shown) =>
					change((last) => ({
						...last,
						presses: [...last.presses, pressOf(step, action, dayNow(last, wallNow()), shown)],
					})),
				0,
			),
		[live.plan.steps, day.presses, change],
	);
	const room = useMemo<Room>(() => {
		const found: Rehearsal | undefined = data;
		return {
			base: `/loaf/${id}/rehearsal`,
			bench,
			steps: live.plan.steps,
			jobs: null,
			job: null,
			now,
			devices,
			clocks: {
				clocks: found?.clocks.bowls ?? [],
				turns: found?.clocks.turns ?? [],
				waiting: 0,
				refused,
				note: (bowl, given) => {
					setRefused([]);
					const note = noteOf(bowl, given, now());
					// Asked first: what cannot have been read is not kept.
					rehearse(id, asked(current.current, [...current.current.notes, note])).then(
						() => change((last) => ({ ...last, notes: [...last.notes, note] })),
						(error) => error instanceof ApiProblem && setRefused(error.report.problems),
					);
					return note.press_id;
				},
				takeBack: (pressId) =>
					change((last) => ({ ...last, notes: last.notes.filter((note) => note.press_id !== pressId) })),
			},
			rehearsing: {
				speed: day.clock.speed,
				run: (speed) => change((last) => wound(last, wallNow(), { speed })),
				pass: (minutes) => change((last) => wound(last, wallNow(), { minutes })),
				startOver: () => {
					setRefused([]);
					change(() => newDay(wallNow(), anySeed()));
				},
				look: async () => (await rehearse(id, asked(current.current))).seen,
				outcomes: found?.outcomes ?? [],
			},
		};
	}, [id, live.plan.steps, bench, now, devices, data, refused, day.clock.speed, change]);
	return (
		<RoomContext value={room}>
			<Outlet />
		</RoomContext>
	);
}
