import { FileUp } from "lucide-react";
import { useId, useRef } from "react";
import { Button } from "./Button";

interface Props {
	/** What the file is, for people who hear the page. */
	label: string;
	accept: string;
	disabled?: boolean;
	className?: string;
	onFile: (file: File) => void;
	children: string;
}

/** A button that asks for a file; the same file may be chosen again. */
export function FileButton({ label, accept, disabled, className, onFile, children }: Props) {
	const id = useId();
	const input = useRef<HTMLInputElement>(null);
	return (
		<>
			<label htmlFor={id} className="sr-only">
				{label}
			</label>
			<input
				id={id}
				ref={input}
				type="file"
				tabIndex={-1}
				accept={accept}
				className="sr-only"
				onChange={(event) => {
					const chosen = event.target.files?.[0];
					if (chosen) onFile(chosen);
					event.target.value = "";
				}}
			/>
			<Button className={className} disabled={disabled} onClick={() => input.current?.click()}>
				<FileUp aria-hidden className="size-4" /> {children}
			</Button>
		</>
	);
}
