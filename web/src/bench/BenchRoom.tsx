import { useMemo } from "react";
import { Outlet } from "react-router";
import { useEditor } from "../loaf/editor/EditorContext";
import { now } from "../ui/wallClock";
import { useClocks } from "./clock/useClocks";
import { type Room, RoomContext } from "./room";
import { useBench } from "./useBench";
import { useDevices } from "./useDevices";

/** The real bench: its log is kept by the server, and nothing is lost on the way. */
export function BenchRoom() {
	const { id, live } = useEditor();
	const bench = useBench(id, live.plan.steps);
	const clocks = useClocks(id);
	const devices = useDevices(now);
	const room = useMemo<Room>(
		() => ({ base: `/loaf/${id}/bench`, bench, clocks, now, devices, rehearsing: null }),
		[id, bench, clocks, devices],
	);
	return (
		<RoomContext value={room}>
			<Outlet />
		</RoomContext>
	);
}
