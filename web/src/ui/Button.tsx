import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
	plain: "border border-rim/60 bg-enamel text-rim-deep hover:bg-rim-wash",
	main: "border border-rim-deep bg-rim text-on-rim hover:bg-rim-deep",
	quiet: "text-rim-deep hover:bg-rim-wash",
	danger: "border border-lye/60 bg-enamel text-lye hover:bg-lye-wash",
} as const;

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
	look?: keyof typeof LOOKS;
}

export const buttonClass = (look: keyof typeof LOOKS = "plain") =>
	`inline-flex items-center justify-center gap-1.5 rounded-lg px-3 py-1.5 text-sm font-semibold whitespace-nowrap disabled:opacity-45 ${LOOKS[look]}`;

export function Button({ look = "plain", className = "", ...rest }: ButtonProps) {
	return <button type="button" className={`${buttonClass(look)} ${className}`} {...rest} />;
}
