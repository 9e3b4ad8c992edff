import { useEffect, useState } from "react";
import { now } from "../../ui/wallClock";

/** The studio's time, told again every so many seconds. */
export function useNow(seconds = 20): number {
	const [at, setAt] = useState(now);
	useEffect(() => {
		const timer = setInterval(() => setAt(now()), seconds * 1000);
		return () => clearInterval(timer);
	}, [seconds]);
	return at;
}
