import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { readMesh, readOutline } from "../../api/files";
import type { Outline } from "../../api/types";
import { FileButton } from "../../ui/FileButton";
import { NotDone } from "../../ui/Problems";

interface Found {
	readonly says: string;
	readonly outline: Outline | null;
}

async function read(file: File): Promise<Found> {
	if (/\.stl$/i.test(file.name)) {
		const mesh = await readMesh(file);
		return { says: mesh.says, outline: mesh.section ?? null };
	}
	const { says, outline } = await readOutline(file);
	return { says, outline };
}

/** An outline from a drawing in real units, or from the middle of a printed model. */
export function OutlineFile({ onOutline }: { onOutline: (outline: Outline) => void }) {
	const [said, setSaid] = useState("");
	const ask = useMutation({
		mutationFn: read,
		onSuccess: (found) => {
			setSaid(found.outline ? found.says : `${found.says}: nothing to take as an outline.`);
			if (found.outline) onOutline(found.outline);
		},
		onError: () => setSaid(""),
	});
	return (
		<div className="space-y-1.5">
			<FileButton
				label="Outline file"
				accept=".svg,.stl,image/svg+xml"
				disabled={ask.isPending}
				onFile={(file) => ask.mutate(file)}
			>
				Outline from SVG or STL
			</FileButton>
			<NotDone title="This cannot be taken as an outline" error={ask.error} />
			{said && (
				<p role="status" className="text-sm">
					{said}
				</p>
			)}
		</div>
	);
}
