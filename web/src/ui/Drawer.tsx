import { ChevronDown } from "lucide-react";
import { Accordion } from "radix-ui";
import type { ReactNode } from "react";

/** One drawer of the loaf: what it holds in a line, and everything in it when pulled out. */
export function Drawer({
	id,
	title,
	line,
	children,
}: {
	id: string;
	title: string;
	line: ReactNode;
	children: ReactNode;
}) {
	return (
		<Accordion.Item value={id} className="border-line border-b last:border-b-0">
			<Accordion.Header className="text-base">
				<Accordion.Trigger className="group flex w-full items-center gap-2 rounded px-3 py-2 text-left hover:bg-rim-wash">
					<span className="w-24 shrink-0">{title}</span>
					<span className="min-w-0 flex-1 truncate font-normal text-sm text-soft">{line}</span>
					<ChevronDown
						aria-hidden
						className="size-4 shrink-0 transition-transform group-data-[state=open]:rotate-180"
					/>
				</Accordion.Trigger>
			</Accordion.Header>
			<Accordion.Content className="space-y-3 px-3 pt-1 pb-4">{children}</Accordion.Content>
		</Accordion.Item>
	);
}

/** Side by side as many as there is room for, names over fields; words that are chosen take twice a number's room. */
export const FieldRow = ({ children }: { children: ReactNode }) => (
	<div className="grid grid-cols-[repeat(auto-fit,minmax(88px,1fr))] items-end gap-2 [&>*]:row-span-2 [&>.labelled]:grid-rows-subgrid [&>:has(select)]:col-span-2">
		{children}
	</div>
);
