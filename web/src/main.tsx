import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App, PLACES } from "./App";
import { sessionQuery } from "./api/queries";
import { Post } from "./bench/Post";
import { openKept } from "./keeping/kept";
import { nameTab } from "./keeping/tab";
import { askFor, fetchAhead } from "./place";
import "./styles.css";
import { showScheme } from "./ui/scheme";
import { UnitsProvider } from "./ui/UnitsContext";

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no #root to put the application into.");

const queries = new QueryClient({
	defaultOptions: {
		// The studio is at hand on a machine without a network too: that is known once it has been asked.
		queries: { retry: 1, refetchOnWindowFocus: false, networkMode: "offlineFirst" },
		mutations: { networkMode: "always" },
	},
});

const draw = () =>
	createRoot(root).render(
		<StrictMode>
			<QueryClientProvider client={queries}>
				<UnitsProvider>
					<Post>
						<BrowserRouter>
							<App />
						</BrowserRouter>
					</Post>
				</UnitsProvider>
			</QueryClientProvider>
		</StrictMode>,
	);

showScheme();
// All that the address names is asked for at once; what waits in this browser is at hand before anything asks for it.
void queries.prefetchQuery(sessionQuery);
const asked = askFor(PLACES, location.pathname, queries);
void Promise.all([openKept(), nameTab(), asked.files]).finally(draw);

// Once what was asked for stands, the rest comes, so that the bench opens without a connection too.
window.addEventListener("load", () => {
	void asked.files.then(() => fetchAhead(queries)).then(asked.letGo);
});
