import { Camera } from "lucide-react";

interface Props {
	/** Where it does not look like other buttons: at the bench, for gloved hands. */
	className?: string;
	onPhoto: (photo: File) => void;
	children: string;
}

/** Asks for a photograph, from the camera or from the pictures a phone has; the same one may be chosen again. */
const PLAIN =
	"gap-1.5 rounded-lg border border-rim/60 bg-enamel px-3 py-1.5 text-rim-deep text-sm focus-within:outline-brass hover:bg-rim-wash";

export function CameraButton({ className = PLAIN, onPhoto, children }: Props) {
	return (
		<label
			className={`relative inline-flex cursor-pointer items-center font-semibold focus-within:outline-3 ${className}`}
		>
			<Camera aria-hidden className="size-4" /> {children}
			<input
				type="file"
				accept="image/jpeg,image/png,image/webp,image/heic,image/heif"
				// As large as what is pressed, and unseen.
				className="absolute inset-0 size-full cursor-pointer opacity-0"
				onChange={(event) => {
					const photo = event.target.files?.[0];
					if (photo) onPhoto(photo);
					event.target.value = "";
				}}
			/>
		</label>
	);
}
