import { CalendarPlus } from "lucide-react";
import { changeFeed } from "../api/queries";
import { Button, buttonClass } from "../ui/Button";
import { Drawer } from "../ui/Drawer";
import { TextField } from "../ui/fields";
import type { Change } from "./useSeason";

/** The plan for other calendar programs: once as a file, or under a private address. */
export function FeedDrawer({ feed, change }: { feed: string; change: Change }) {
	const address = `${window.location.origin}/api/season/feed/${feed}.ics`;
	return (
		<Drawer id="feed" title="In your calendar" line={feed ? "A private address" : "As a file"}>
			<a className={buttonClass()} href="/api/season/calendar.ics" download>
				<CalendarPlus aria-hidden className="size-4" /> Calendar file
			</a>
			{feed ? (
				<>
					<TextField
						label="Private address: whoever has it can read the plan"
						readOnly
						max={400}
						value={address}
						onChange={() => {}}
					/>
					<div className="flex gap-2">
						<Button onClick={() => change(() => changeFeed(true))}>New address</Button>
						<Button onClick={() => change(() => changeFeed(false))}>Turn the address off</Button>
					</div>
				</>
			) : (
				<Button onClick={() => change(() => changeFeed(true))}>Make a private address</Button>
			)}
		</Drawer>
	);
}
