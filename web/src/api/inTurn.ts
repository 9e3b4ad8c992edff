/** So often a busy studio is asked again. */
const MOST = 60;

/** Asks again as often as a busy studio says so: too many drawings are wanted at once. */
export async function inTurn(request: Request): Promise<Response> {
	for (let again = 0; ; again += 1) {
		const answer = await globalThis.fetch(request.clone());
		const wait = Number(answer.headers.get("Retry-After"));
		if (answer.status !== 503 || !wait || again === MOST) return answer;
		await new Promise((then) => setTimeout(then, wait * 1000));
	}
}
