const SOUND_KEY = "archtop.bench.sound";

/** Whether this device may make itself heard. */
export const soundOn = (): boolean => localStorage.getItem(SOUND_KEY) !== "off";
export const turnSound = (on: boolean): void => localStorage.setItem(SOUND_KEY, on ? "on" : "off");

/** A tone and a shake, unless sound is turned off. */
export function alarm(): void {
	if (!soundOn()) return;
	navigator.vibrate?.([300, 100, 300]);
	const audio = new AudioContext();
	const tone = audio.createOscillator();
	const loud = audio.createGain();
	tone.frequency.value = 880;
	loud.gain.setValueAtTime(0.25, audio.currentTime);
	loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.9);
	tone.connect(loud).connect(audio.destination);
	tone.start();
	tone.stop(audio.currentTime + 0.9);
	tone.onended = () => void audio.close();
}
