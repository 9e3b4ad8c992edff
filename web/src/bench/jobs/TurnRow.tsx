import { useMutation, useQueryClient } from "@tanstack/react-query";
import { v4 as newId } from "uuid";
import { pressStep, seasonQuery, todayQuery } from "../../api/queries";
import type { Today } from "../../api/types";
import { Button } from "../../ui/Button";
import { dayShort } from "../../ui/dates";
import { Refused } from "../../ui/Refused";
import { moment } from "../../ui/wallClock";
import { localDay } from "../../ui/zoneTime";

/** Bars that have lain long enough on one side; pressed, the loaf's log has it. */
export function TurnRow({ bars, zone }: { bars: Today["turn"][number]; zone: string }) {
	const cache = useQueryClient();
	const turned = useMutation({
		mutationFn: () =>
			pressStep(bars.loaf, {
				press_id: newId(),
				step: "loaf.turn",
				action: "done",
				pressed_at: moment().toISOString(),
			}),
		onSuccess: () =>
			Promise.all([seasonQuery, todayQuery].map(({ queryKey }) => cache.invalidateQueries({ queryKey }))),
	});
	const last = dayShort(localDay(bars.turned_at ?? bars.cut_at, zone));
	return (
		<li className="flex items-center gap-2 py-0.5">
			<span className="min-w-0 flex-1" title={bars.times.why}>
				Turn the bars of {bars.name}{" "}
				<span className="text-soft">
					({bars.turned_at ? "turned" : "cut"} {last})
				</span>
				<Refused error={turned.error} />
			</span>
			<Button aria-label={`Turned: ${bars.name}`} disabled={turned.isPending} onClick={() => turned.mutate()}>
				Turned
			</Button>
		</li>
	);
}
