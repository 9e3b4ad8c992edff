import { X } from "lucide-react";
import { Button, type ButtonProps } from "./Button";

/** Takes a row away: a cross, with what goes in its ``aria-label``. */
export const RemoveButton = (props: Omit<ButtonProps, "look" | "children"> & { "aria-label": string }) => (
	<Button look="quiet" {...props}>
		<X aria-hidden className="size-4" />
	</Button>
);
