import { Camera } from "lucide-react";

interface Props {
	/** With the camera at the back of a phone, rather than from its pictures. */
	camera?: boolean;
	onPhoto: (photo: File) => void;
	children: string;
}

/** Asks for a photograph; the same one may be chosen again. */
export function CameraButton({ camera = false, onPhoto, children }: Props) {
	return (
		<label className="inline-flex cursor-pointer items-center gap-1.5 rounded-lg border border-rim/60 bg-enamel px-3 py-1.5 font-semibold text-rim-deep text-sm focus-within:outline-3 focus-within:outline-brass hover:bg-rim-wash">
			<Camera aria-hidden className="size-4" /> {children}
			<input
				type="file"
				accept="image/jpeg,image/png,image/webp"
				capture={camera ? "environment" : undefined}
				className="sr-only"
				onChange={(event) => {
					const photo = event.target.files?.[0];
					if (photo) onPhoto(photo);
					event.target.value = "";
				}}
			/>
		</label>
	);
}
