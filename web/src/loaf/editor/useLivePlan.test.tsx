import { act, renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Loaf, LoafPlan } from "../../api/types";

const planLoaf = vi.hoisted(() => vi.fn());
vi.mock("../../api/queries", async (original) => ({ ...(await original<object>()), planLoaf }));

import { ApiProblem } from "../../api/queries";
import { useLivePlan } from "./useLivePlan";

const named = (name: string) => ({ name }) as Loaf;
const planOf = (name: string) => ({ name }) as LoafPlan;
const first = named("first");
const settle = () => act(() => new Promise<void>((done) => setTimeout(done, 0)));

const start = () =>
	renderHook(({ document }) => useLivePlan(document, { plan: planOf("first"), of: first, problems: [] }), {
		initialProps: { document: first },
	});

beforeEach(() => {
	planLoaf.mockReset();
});

describe("useLivePlan", () => {
	it("asks nothing for the document it was given with its plan", async () => {
		const { result } = start();
		await settle();
		expect(planLoaf).not.toHaveBeenCalled();
		expect(result.current.plan.name).toBe("first");
	});

	it("asks one at a time, and only for the newest of what came meanwhile", async () => {
		const answers: ((plan: LoafPlan) => void)[] = [];
		planLoaf.mockImplementation(() => new Promise((done) => answers.push(done)));
		const { result, rerender } = start();
		for (const name of ["a", "b", "c"]) rerender({ document: named(name) });
		expect(planLoaf.mock.calls.map(([document]) => document.name)).toEqual(["a"]);
		answers[0]?.(planOf("a"));
		await settle();
		expect(planLoaf.mock.calls.map(([document]) => document.name)).toEqual(["a", "c"]);
		answers[1]?.(planOf("c"));
		await settle();
		expect(result.current.plan.name).toBe("c");
		expect(result.current.of.name).toBe("c");
	});

	it("keeps the last good plan and says why the newest has none", async () => {
		const problem = {
			code: "pour.none",
			field: "work",
			value: "x",
			limit: "y",
			remedy: "z",
			mends: [],
			message: "m",
		};
		planLoaf.mockRejectedValueOnce(new ApiProblem(422, { code: "c", message: "m", problems: [problem] }));
		planLoaf.mockResolvedValueOnce(planOf("mended"));
		const { result, rerender } = start();
		rerender({ document: named("bad") });
		await settle();
		expect(result.current.plan.name).toBe("first");
		expect(result.current.problems).toEqual([problem]);
		rerender({ document: named("mended") });
		await settle();
		expect(result.current.plan.name).toBe("mended");
		expect(result.current.problems).toEqual([]);
	});
});
