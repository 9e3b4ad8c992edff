import { Printer, Ruler, SquareDashed } from "lucide-react";
import { Accordion } from "radix-ui";
import { useState } from "react";
import { buttonClass } from "../../ui/Button";
import { FileLink } from "../../ui/FileLink";
import { SelectField } from "../../ui/fields";
import { usePaper } from "../../ui/usePaper";
import { ShiftOffer } from "../cut/ShiftOffer";
import { useEditor } from "../editor/EditorContext";
import { Remarks } from "../section/Remarks";
import { BarShares } from "./BarShares";
import { ClearDrawer } from "./ClearDrawer";
import { CrownDrawer } from "./CrownDrawer";
import { FrostingDrawer } from "./FrostingDrawer";
import { TipsDrawer } from "./TipFields";
import { TopElevation } from "./TopElevation";
import { TopList } from "./TopList";
import { TopNumbers } from "./TopNumbers";
import { TopPhoto } from "./TopPhoto";
import { TopView } from "./TopView";

/** The top: what is piped, strewn and sprinkled, from above and from the side, to scale. */
export function TopPlace() {
	const { id, live } = useEditor();
	const [open, setOpen] = useState(["list"]);
	const { paper, papers, choose } = usePaper();
	return (
		<div className="space-y-3">
			<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(320px,390px)] min-[106rem]:grid-cols-[minmax(0,1fr)_470px]">
				<div className="tray z-10 space-y-3 p-3 lg:sticky lg:top-0">
					<h2 className="text-base">
						From above{" "}
						<span className="font-normal text-soft">
							{live.plan.cuts.whole ? "one cup of them" : "front end at the left; dashed lines are cuts"}
						</span>
					</h2>
					<TopView />
					<TopElevation />
					<BarShares />
				</div>
				<Accordion.Root type="multiple" value={open} onValueChange={setOpen} className="tray">
					<CrownDrawer />
					<FrostingDrawer />
					<TopList />
					<TipsDrawer />
					<ClearDrawer />
				</Accordion.Root>
			</div>
			<div className="tray p-3">
				<TopNumbers />
			</div>
			<div className="flex flex-wrap items-end gap-2">
				<div className="w-28">
					<SelectField label="Paper" value={paper} options={papers} onChange={choose} />
				</div>
				<FileLink href={`/api/loaves/${id}/top-template.pdf?paper=${paper}`}>
					<Printer aria-hidden className="size-4" /> Print the template, 1:1
				</FileLink>
				<FileLink href={`/api/loaves/${id}/rim-strip.pdf?paper=${paper}`}>
					<Ruler aria-hidden className="size-4" /> Strips for the rim
				</FileLink>
				<a className={buttonClass()} href={`/api/loaves/${id}/top-template.svg`}>
					<SquareDashed aria-hidden className="size-4" /> Template as SVG
				</a>
			</div>
			{!live.plan.cuts.whole && <TopPhoto />}
			<Remarks codes={/^(top|scatter|bars)/} />
			<ShiftOffer />
		</div>
	);
}
