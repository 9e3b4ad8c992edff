import { useEffect } from "react";

/** Keeps the screen awake while the bench is open, where the browser can. */
export function useWakeLock(): void {
	useEffect(() => {
		let lock: WakeLockSentinel | null = null;
		const take = async () => {
			if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
			try {
				lock = await navigator.wakeLock.request("screen");
			} catch {
				lock = null; // Refused on low battery: the bench works on, the screen may sleep.
			}
		};
		void take();
		document.addEventListener("visibilitychange", take);
		return () => {
			document.removeEventListener("visibilitychange", take);
			void lock?.release();
		};
	}, []);
}
