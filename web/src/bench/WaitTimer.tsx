import { useEffect, useState } from "react";
import { alarm } from "./alarm";
import { useRoom } from "./room";
import { LOOKS, type Tone } from "./tone";
import { waitLook } from "./waitLook";

interface Props {
	/** When the step before was pressed. */
	since: string;
	minutes: number;
	tone: Tone;
	/** What is waited for, where that is not the step at hand. */
	of?: string;
}

/** How long a wait still takes. It is reckoned from the log: a reload or a crash loses nothing. */
export function WaitTimer({ since, minutes, tone, of }: Props) {
	const room = useRoom();
	const [now, setNow] = useState(room.now);
	useEffect(() => {
		const timer = setInterval(() => setNow(room.now()), 500);
		return () => clearInterval(timer);
	}, [room.now]);
	const { text, over } = waitLook(since, minutes, now);
	const [heard, setHeard] = useState(over);
	useEffect(() => {
		if (over && !heard) alarm();
		setHeard(over);
	}, [over, heard]);
	return (
		<p
			role="timer"
			className={`flex items-baseline gap-4 rounded-2xl border-2 px-5 py-2 ${LOOKS[tone].card}`}
		>
			<span className="figures text-6xl font-extrabold">{text}</span>
			<span className="text-2xl">
				{of && `${of}: `}
				{over ? "time is up: go and look" : "left, an estimate"}
			</span>
		</p>
	);
}
