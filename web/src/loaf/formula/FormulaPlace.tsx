import { useQuery, useQueryClient } from "@tanstack/react-query";
import { BookmarkPlus, Copy } from "lucide-react";
import { useState } from "react";
import { writeFormula } from "../../api/cupboard";
import { cupboardQuery, formulaBookQuery } from "../../api/queries";
import type { Formula } from "../../api/types";
import { Button } from "../../ui/Button";
import { FieldRow } from "../../ui/Drawer";
import { SelectField, TextField } from "../../ui/fields";
import { freeId } from "../editor/changes";
import { useEditor } from "../editor/EditorContext";
import { Remarks } from "../section/Remarks";
import { AdditiveRows } from "./AdditiveRows";
import { AssessedFields } from "./AssessedFields";
import { FatRows } from "./FatRows";
import { HeatNotes } from "./HeatNotes";
import { LyeFields } from "./LyeFields";
import { Readings } from "./Readings";

/** The formulas of a loaf: what goes in, what it makes of itself, how warm it is worked. */
export function FormulaPlace() {
	const { document, edit, live } = useEditor();
	const [openId, setOpenId] = useState(document.formula);
	const { data: cupboard } = useQuery(cupboardQuery);
	const formula = document.formulas.find((item) => item.id === openId) ?? document.formulas[0];
	if (!formula || !cupboard) return null;
	const patch = (change: Partial<Formula>) =>
		edit(
			(loaf) => ({
				...loaf,
				formulas: loaf.formulas.map((item) => (item.id === formula.id ? { ...item, ...change } : item)),
			}),
			`formula ${formula.id} ${Object.keys(change)}`,
		);
	const planned = live.plan.formulas.find((item) => item.id === formula.id);
	return (
		<div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
			<section aria-label="What goes in" className="tray space-y-4 p-4">
				<FormulaPicker formula={formula} onOpen={setOpenId} />
				<TextField label="Name of the formula" value={formula.name} onChange={(name) => patch({ name })} />
				<FatRows
					formula={formula}
					fats={cupboard.fats}
					groups={cupboard.fat_groups}
					onChange={(fats) => patch({ fats })}
				/>
				<LyeFields formula={formula} fats={cupboard.fats} groups={cupboard.fat_groups} onChange={patch} />
				<AdditiveRows
					title="What else goes in"
					doses={formula.additives}
					additives={cupboard.additives}
					onChange={(additives) => patch({ additives })}
				/>
				<AssessedFields assessed={formula.assessed ?? null} onChange={(assessed) => patch({ assessed })} />
			</section>
			<div className="space-y-4">
				{planned && <Readings planned={planned} />}
				<HeatNotes formula={formula} onSchool={(school) => patch({ school })} />
				<Remarks
					where={[
						formula.id,
						...live.plan.pots.filter((pot) => pot.formula === formula.id).map((pot) => pot.id),
					]}
				/>
			</div>
		</div>
	);
}

/** Which formula is looked at, copies, and the studio's book. */
function FormulaPicker({ formula, onOpen }: { formula: Formula; onOpen: (id: string) => void }) {
	const { document, edit } = useEditor();
	const queries = useQueryClient();
	const { data: book = [] } = useQuery(formulaBookQuery);
	const [said, setSaid] = useState("");
	const ids = document.formulas.map((item) => item.id);
	const add = (made: Formula) => {
		const id = freeId("formula", ids);
		edit((loaf) => ({ ...loaf, formulas: [...loaf.formulas, { ...made, id }] }));
		onOpen(id);
	};
	const versions = book.flatMap((item) =>
		item.versions.map((version) => ({
			key: `${item.id} ${version.number}`,
			name: `${item.name}, version ${version.number}`,
			formula: version.formula,
		})),
	);
	const write = async () => {
		const written = await writeFormula(formula);
		setSaid(`In the book as version ${written.versions[0]?.number}.`);
		await queries.invalidateQueries({ queryKey: formulaBookQuery.queryKey });
	};
	return (
		<div className="space-y-2">
			<FieldRow>
				<SelectField
					label="Formula of this loaf"
					value={formula.id}
					options={document.formulas.map((item) => [item.id, item.name] as const)}
					onChange={onOpen}
				/>
				<SelectField
					label="Add from the book"
					value=""
					options={[
						["", "Choose…"] as const,
						...versions.map((version) => [version.key, version.name] as const),
					]}
					onChange={(key) => {
						const chosen = versions.find((version) => version.key === key);
						if (chosen) add(chosen.formula);
					}}
				/>
			</FieldRow>
			<div className="flex flex-wrap items-center gap-2">
				<Button onClick={() => add({ ...formula, name: `${formula.name}, another` })}>
					<Copy aria-hidden className="size-4" /> Copy
				</Button>
				<Button onClick={write}>
					<BookmarkPlus aria-hidden className="size-4" /> Write into the book
				</Button>
				{formula.id === document.formula ? (
					<span className="text-sm">The loaf is poured from this one.</span>
				) : (
					<Button onClick={() => edit((loaf) => ({ ...loaf, formula: formula.id }))}>
						Make it the loaf's own
					</Button>
				)}
				<span role="status" className="text-sm text-soft">
					{said}
				</span>
			</div>
		</div>
	);
}
