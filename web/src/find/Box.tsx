import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
	title: string;
	/** Whether the title is only heard. */
	hidden?: boolean;
	onClose: () => void;
	children: ReactNode;
}

/** A box over the page, opened by a key and closed by Escape. */
export function Box({ title, hidden, onClose, children }: Props) {
	return (
		<Dialog.Root open onOpenChange={(stays) => !stays && onClose()}>
			<Dialog.Portal>
				<Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
				<Dialog.Content
					aria-describedby={undefined}
					className="tray fixed top-16 left-1/2 z-50 max-h-[80vh] w-[min(38rem,calc(100vw-1.5rem))] -translate-x-1/2 overflow-y-auto p-4 shadow-xl"
				>
					<Dialog.Title className={hidden ? "sr-only" : "text-lg"}>{title}</Dialog.Title>
					{children}
				</Dialog.Content>
			</Dialog.Portal>
		</Dialog.Root>
	);
}
