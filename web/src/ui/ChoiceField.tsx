import { Command } from "cmdk";
import { Check, ChevronsUpDown } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { Labelled, SelectField, useSaid } from "./plainFields";

/** Options that are looked for together, by key. */
export interface OptionGroup {
	readonly name: string;
	readonly keys: readonly string[];
}

interface Choice<T extends string> {
	/** What is chosen: it names the list and the field to find in. */
	label: string;
	value: T;
	options: readonly (readonly [T, string])[];
	/** Shown in this order under these names; what is in none of them comes first. */
	groups?: readonly OptionGroup[];
	onChange: (value: T) => void;
}

/** More than can be taken in at a glance. */
const MANY = 12;

/** A choice; among many it is found by typing a part of its name. */
export function ChoiceField<T extends string>(props: Choice<T>) {
	if (props.options.length <= MANY) return <SelectField {...props} />;
	return <Labelled label={props.label}>{(id) => <Find {...props} id={id} />}</Labelled>;
}

function Find<T extends string>({ id, label, value, options, groups, onChange }: Choice<T> & { id: string }) {
	const { touch, refused, note } = useSaid(id);
	const [typed, setTyped] = useState<string | null>(null);
	const names = new Map<string, string>(options);
	const take = (key: T) => {
		touch();
		onChange(key);
		setTyped(null);
	};
	return (
		<>
			<Popover.Root open={typed !== null} onOpenChange={(opens) => setTyped(opens ? "" : null)}>
				<Popover.Trigger
					id={id}
					// As a field: then what is chosen is read out as its value, beside its label.
					role="combobox"
					aria-haspopup="listbox"
					className="field flex w-full items-center justify-between gap-1 text-left"
					{...refused}
					onKeyDown={(event) => {
						const letter = event.key.length === 1 && event.key !== " " && !event.ctrlKey && !event.metaKey;
						if (!letter && event.key !== "ArrowDown") return;
						event.preventDefault();
						// Space and the keys of a place are not for this list.
						event.stopPropagation();
						setTyped(letter ? event.key : "");
					}}
				>
					<span className="truncate">{names.get(value) ?? value}</span>
					<ChevronsUpDown aria-hidden className="size-4 shrink-0 text-soft" />
				</Popover.Trigger>
				<Popover.Portal>
					<Popover.Content
						aria-label={label}
						align="start"
						sideOffset={4}
						collisionPadding={8}
						className="tray z-50 flex w-72 max-w-[calc(100vw-1rem)] flex-col p-2 shadow-xl"
						style={{ maxHeight: "var(--radix-popover-content-available-height)" }}
					>
						<Command
							label={`Find ${label}`}
							defaultValue={value || names.get(value)}
							filter={(key, search) => closeness(names.get(key) ?? key, search)}
							className="flex min-h-0 flex-col"
						>
							<Command.Input
								value={typed ?? ""}
								onValueChange={setTyped}
								placeholder="Find by name"
								className="field mb-1 w-full"
							/>
							<Command.List label={label} className="max-h-80 min-h-0 overflow-y-auto">
								<Command.Empty className="px-2 py-1.5 text-soft text-sm">Nothing of that name.</Command.Empty>
								{inGroups(options, groups ?? []).map((group) => (
									<Command.Group
										key={group.name}
										heading={group.name || undefined}
										className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-soft [&_[cmdk-group-heading]]:text-xs"
									>
										{group.options.map(([key, name]) => (
											<Command.Item
												key={key}
												// The list knows nothing of what has no value: no choice goes by its words.
												value={key || name}
												onSelect={() => take(key)}
												className="flex min-h-8 cursor-pointer items-center gap-2 rounded px-2 py-1 data-[selected=true]:bg-rim-wash"
											>
												<span className="min-w-0 flex-1">{name}</span>
												{key === value && <Check aria-label="chosen" className="size-4 text-rim-deep" />}
											</Command.Item>
										))}
									</Command.Group>
								))}
							</Command.List>
						</Command>
					</Popover.Content>
				</Popover.Portal>
			</Popover.Root>
			{note}
		</>
	);
}

/** How well a name answers to what is typed: from its beginning best, then from a word's, then from anywhere. */
export function closeness(name: string, typed: string): number {
	const [text, part] = [name.toLowerCase(), typed.trim().toLowerCase()];
	const at = text.indexOf(part);
	if (at < 0) return 0;
	return at === 0 ? 1 : /\w/.test(text[at - 1] as string) ? 0.5 : 0.75;
}

/** Options under the names of their groups; those of no group first, under none. */
export function inGroups<T extends string>(
	options: readonly (readonly [T, string])[],
	groups: readonly OptionGroup[],
): { name: string; options: (readonly [T, string])[] }[] {
	const grouped = new Set(groups.flatMap((group) => group.keys));
	const byKey = new Map(options.map((option) => [option[0] as string, option]));
	const loose = options.filter(([key]) => !grouped.has(key));
	return [
		{ name: "", options: loose },
		...groups.map(({ name, keys }) => ({
			name,
			options: keys.flatMap((key) => {
				const option = byKey.get(key);
				return option ? [option] : [];
			}),
		})),
	].filter((group) => group.options.length > 0);
}
