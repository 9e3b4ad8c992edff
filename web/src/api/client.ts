import createClient from "openapi-fetch";
import { houseNow } from "../ui/counting";
import { chosenUnits } from "../ui/units";
import { inTurn } from "./inTurn";
import type { paths } from "./schema";

function cookie(name: string): string {
	return document.cookie.match(new RegExp(`(?:^|; )${name}=([^;]*)`))?.[1] ?? "";
}

/** The one door to the server. Django wants its token back with everything that changes something. */
export const client = createClient<paths>({
	baseUrl: "/",
	fetch: (request) => {
		if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
		request.headers.set("X-Units", chosenUnits());
		const { decimal, dates } = houseNow();
		if (decimal) request.headers.set("X-Decimal", decimal);
		if (dates) request.headers.set("X-Dates", dates);
		return inTurn(request);
	},
});
