import { Dialog } from "radix-ui";
import { useLocation } from "react-router";
import { Button } from "../ui/Button";
import { keysAt } from "./keys";

/** The keys that do something where one is. */
export function KeysBox({ onClose }: { onClose: () => void }) {
	const { pathname } = useLocation();
	return (
		<Dialog.Root open onOpenChange={(open) => !open && onClose()}>
			<Dialog.Portal>
				<Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
				<Dialog.Content
					aria-describedby={undefined}
					className="tray fixed top-[12vh] left-1/2 z-50 max-h-[76vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-y-auto p-4"
				>
					<Dialog.Title className="text-lg">Keys</Dialog.Title>
					<dl className="mt-2 grid grid-cols-[minmax(8rem,auto)_1fr] gap-x-4 gap-y-1.5 text-sm">
						{keysAt(pathname).map(([keys, does]) => (
							<div key={keys} className="col-span-2 grid grid-cols-subgrid">
								<dt className="font-semibold">{keys}</dt>
								<dd>{does}</dd>
							</div>
						))}
					</dl>
					<Dialog.Close asChild>
						<Button className="mt-3">Close</Button>
					</Dialog.Close>
				</Dialog.Content>
			</Dialog.Portal>
		</Dialog.Root>
	);
}
