import { Link } from "react-router";
import { Passes } from "../session/LetIn";
import { HouseFields } from "./HouseFields";
import { SchemeField } from "./SchemeField";

/** What is said once and holds everywhere. */
export function SettingsPlace() {
	return (
		<div className="max-w-4xl">
			<title>Settings · Arch Top</title>
			<h1 className="text-3xl">Settings</h1>
			<section aria-label="How you count" className="tray mt-4 p-5">
				<h2 className="text-lg">How you count</h2>
				<p className="mt-1 mb-4 text-soft">
					Shown, said and printed like this everywhere. You may always type either decimal sign, and any unit
					behind a number.
				</p>
				<HouseFields />
			</section>
			<section aria-label="This browser" className="tray mt-4 p-5">
				<h2 className="text-lg">This browser</h2>
				<p className="mt-1 mb-4 text-soft">
					Light or dark on this device; the bench and the trace clock have their own switch.
				</p>
				<div className="max-w-60">
					<SchemeField />
				</div>
			</section>
			<section aria-label="Phones at the bench" className="tray mt-4 p-5">
				<h2 className="text-lg">Phones at the bench</h2>
				<p className="mt-1 text-soft">
					A code shown at a loaf's bench (“Let a phone in”) opens that bench, its clock and its notes for the
					day. Those that hold now stand here.
				</p>
				<Passes />
			</section>
			<p className="mt-4">
				Working hours and the time zone are set in the{" "}
				<Link className="underline" to="/season">
					season
				</Link>
				, prices in the{" "}
				<Link className="underline" to="/cupboard">
					cupboard
				</Link>
				, backups in the{" "}
				<Link className="underline" to="/notebook/keeping">
					notebook
				</Link>
				.
			</p>
		</div>
	);
}
