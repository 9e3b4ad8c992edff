import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { Post } from "./bench/Post";
import "./styles.css";
import { UnitsProvider } from "./ui/UnitsContext";

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no #root to put the application into.");

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

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
