import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./Button";

interface Props {
	title: string;
	says: ReactNode;
	/** Beside the title. */
	actions?: ReactNode;
	className?: string;
	children: ReactNode;
}

/** What lies over the page until it is closed; stands in a `Dialog.Root`. */
export function LargeDialog({ title, says, actions, className = "w-[1180px]", children }: Props) {
	return (
		<Dialog.Portal>
			<Dialog.Overlay className="fixed inset-0 z-40 bg-ink/50" />
			<Dialog.Content
				className={`tray fixed top-1/2 left-1/2 z-50 max-h-[96vh] max-w-[97vw] overflow-auto -translate-x-1/2 -translate-y-1/2 p-5 ${className}`}
			>
				<div className="flex items-center gap-3">
					<Dialog.Title className="flex-1 text-lg">{title}</Dialog.Title>
					{actions}
					<Dialog.Close asChild>
						<Button look="quiet" aria-label="Close">
							<X aria-hidden className="size-5" />
						</Button>
					</Dialog.Close>
				</div>
				<Dialog.Description className="max-w-[70ch] text-sm text-soft">{says}</Dialog.Description>
				{children}
			</Dialog.Content>
		</Dialog.Portal>
	);
}
