import { type ReactNode, useState } from "react";
import { Button } from "../ui/Button";
import { NotDone } from "../ui/Problems";
import { RefusedFields } from "../ui/RefusedFields";

interface Props<T> {
	item: T;
	name: string;
	/** A line about it while it is closed. */
	line: ReactNode;
	isNew?: boolean;
	onPut: (item: T) => Promise<unknown>;
	onTake: () => void;
	children: (draft: T, change: (patch: Partial<T>) => void) => ReactNode;
}

/** One thing on a shelf: a line about it, and its fields while it is open. Nothing is kept until it is put back. */
export function ShelfCard<T>({ item, name, line, isNew = false, onPut, onTake, children }: Props<T>) {
	const [draft, setDraft] = useState<T | null>(isNew ? item : null);
	const [refused, setRefused] = useState<unknown>(null);
	const put = async () => {
		if (!draft) return;
		try {
			await onPut(draft);
			setRefused(null);
			if (!isNew) setDraft(null);
		} catch (error) {
			// It stays as typed.
			setRefused(error);
		}
	};
	return (
		<li className="tray p-3" data-item={name}>
			<div className="flex items-start gap-3">
				<div className="min-w-0 flex-1">
					<h2 className="text-base">{name}</h2>
					{!draft && <div className="text-sm text-soft">{line}</div>}
				</div>
				{!draft && (
					<Button look="quiet" aria-label={`Change ${name}`} onClick={() => setDraft(item)}>
						Change
					</Button>
				)}
			</div>
			{draft && (
				<div className="mt-2 space-y-2.5">
					<RefusedFields error={refused}>
						{children(draft, (patch) => setDraft({ ...draft, ...patch }))}
					</RefusedFields>
					<NotDone title="It could not be saved" error={refused} />
					<div className="flex flex-wrap items-center gap-2">
						<Button look="main" onClick={put}>
							Save
						</Button>
						<Button onClick={() => (isNew ? onTake() : setDraft(null))}>Cancel</Button>
						{!isNew && (
							<Button look="danger" className="ml-auto" onClick={onTake}>
								Remove
							</Button>
						)}
					</div>
				</div>
			)}
		</li>
	);
}
