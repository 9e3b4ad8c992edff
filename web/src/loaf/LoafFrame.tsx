import { useQuery } from "@tanstack/react-query";
import { Outlet, useParams } from "react-router";
import { ApiProblem, catalogueQuery, loafQuery } from "../api/queries";
import { Notice } from "../ui/Notice";
import { EditorProvider } from "./editor/EditorContext";

/** Opens a loaf for every place under it, the bench included. */
export function LoafFrame() {
	const { id = "" } = useParams();
	const { data: loaf, error } = useQuery(loafQuery(id));
	// Its words and choices are there before the loaf is: a field that comes late moves a button away under the finger.
	const { isPending: unnamed } = useQuery(catalogueQuery);
	if (error) {
		const gone = error instanceof ApiProblem && error.status === 404;
		return (
			<Notice title={gone ? "There is no such loaf." : error.message}>
				{gone
					? "It may belong to another studio."
					: "Reload when the studio runs again; nothing typed is lost."}
			</Notice>
		);
	}
	if (!loaf || unnamed) return null;
	return (
		<EditorProvider key={loaf.id} loaf={loaf}>
			<Outlet />
		</EditorProvider>
	);
}
