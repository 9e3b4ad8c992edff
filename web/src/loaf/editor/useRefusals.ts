import { useCallback, useMemo, useRef } from "react";
import type { Problem } from "../../api/types";
import { type Refusals, sentenceOf } from "../../ui/refusal";

const keyOf = ({ code, field }: Problem) => `${code} ${field}`;

/**
 * Which control brought each problem about: the one that was changed last when it came up. It keeps it until it is gone,
 * whatever is changed meanwhile.
 *
 * ``edited`` is to be called with every edit: one that came from no control, as by dragging, is laid at none.
 */
export function useRefusals(problems: readonly Problem[]): Refusals & { edited: () => void } {
	const touched = useRef("");
	const last = useRef("");
	const owners = useRef<ReadonlyMap<string, string>>(new Map());
	const said = useMemo(() => {
		const now = new Map(
			problems.map((problem) => {
				const key = keyOf(problem);
				return [key, owners.current.get(key) ?? last.current] as const;
			}),
		);
		owners.current = now;
		const texts = new Map<string, string>();
		for (const problem of problems) {
			const owner = now.get(keyOf(problem));
			if (owner && !texts.has(owner)) texts.set(owner, sentenceOf(problem));
		}
		return texts;
	}, [problems]);
	const touch = useCallback((control: string) => {
		touched.current = control;
	}, []);
	const edited = useCallback(() => {
		last.current = touched.current;
		touched.current = "";
	}, []);
	return useMemo(
		() => ({ touch, edited, of: (control: string) => said.get(control) }),
		[touch, edited, said],
	);
}
