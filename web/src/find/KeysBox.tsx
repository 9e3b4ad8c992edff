import { useLocation } from "react-router";
import { Button } from "../ui/Button";
import { Box } from "./Box";
import { keysAt } from "./keys";

/** The keys that do something where one is. */
export function KeysBox({ onClose }: { onClose: () => void }) {
	const { pathname } = useLocation();
	return (
		<Box title="Keys" onClose={onClose}>
			<dl className="mt-2 grid grid-cols-[minmax(8rem,auto)_1fr] gap-x-4 gap-y-1.5 text-sm">
				{keysAt(pathname).map(([keys, does]) => (
					<div key={keys} className="col-span-2 grid grid-cols-subgrid">
						<dt className="font-semibold">{keys}</dt>
						<dd>{does}</dd>
					</div>
				))}
			</dl>
			<Button className="mt-3" onClick={onClose}>
				Close
			</Button>
		</Box>
	);
}
