import type { ReactNode } from "react";
import { useUnits } from "../ui/UnitsContext";
import { inUnits, withUnit } from "../ui/units";

/** A range of temperatures, in the units in use. */
function Warm({ from, to }: { from: number; to: number }) {
	const { units } = useUnits();
	return `${inUnits(from, "temperature", units, 0)} to ${withUnit(to, "temperature", units, 0)}`;
}

export interface GuidePage {
	readonly key: string;
	readonly title: string;
	readonly group: (typeof GROUPS)[number];
	readonly body: ReactNode;
}

export const GROUPS = ["The loaf", "Around it", "To know", "Files"] as const;

/** Every page of the guide. */
export const PAGES: readonly GuidePage[] = [
	{
		key: "section",
		title: "Section",
		group: "The loaf",
		body: (
			<>
				<p>
					The loaf, cut through and from the side, true to scale. Drag a column, and what it pushes aside, the
					level and every pot change under your hand. So do the levels: drag the number beside one. Arrow keys
					move what is in hand; with Shift ten times as far.
				</p>
				<h2>The drawers beside it</h2>
				<ul>
					<li>
						<strong>Mould</strong>: measure inside, with the liner in. Leaning and bowed walls are counted.
					</li>
					<li>
						<strong>Inside</strong>: what is done in which order: pours to a height, columns laid in, pieces
						pressed in, a wire drawn through lengthwise or a stick from above, a thin line sieved on dry or
						drizzled in oil, the surface spritzed, a column propped until the batter carries it. Each pour
						says how it goes in: layer, drops (end to end, in rows from side to side or by small cups, along a
						wall, from a jug that is moved up and down, or in lines that you draw on the mould in the order
						they are poured), mini drops pressed as deep as you say, from one side, in plops, in a ridge with
						the other colours beside it, or as a pot swirl: on the pot’s picture each colour gets its place,
						and you draw the stick’s way through it.
					</li>
					<li>
						<strong>Shape its top with a spoon</strong>: heap and hollow a pour before the next one comes. The
						amount stays; how much of it the batter keeps goes by how thick it is, and is said where it sinks.
					</li>
					<li>
						<strong>A line in oil</strong> is carried by the next pour: fluid batter takes it down, thick
						batter lifts and smears it. Powder and oil are both weighed.
					</li>
					<li>
						Columns (under <strong>Inside</strong>; press one and it is <strong>in hand</strong>) and{" "}
						<strong>Pieces</strong>: what is cast beforehand, from an outline, a drawing (SVG) or a model
						(STL), taken from the shelf, or cut out of bars of an older loaf. A stick of spice or wood is no
						soap: it is weighed as bought, and no wire goes through it.
					</li>
					<li>
						Of a mould, a box or cups on a tray, several may be filled alike from one batch. Levels, pieces
						and the top are told of one of them; pots, castings, bars and costs are of all. Your own moulds
						are kept on the shelf of moulds.
					</li>
					<li>
						<strong>Also filled</strong>: other moulds from the same pot, a second box or a tray of cups,
						filled from its bowls right after the loaf. Under the drawing stands everything that is filled, to
						one scale: drag a bowl from one vessel into another, or press it and choose.
					</li>
					<li>
						A shape may be <strong>drawn by hand</strong>: press around it, point by point; a smooth curve
						goes through them. A jar may be brushed onto a column or onto pieces; what is kept back may be
						recoloured.
					</li>
					<li>
						A pour is told as a level, as so far under the rim, or as so much batter. Shreds in it have each
						their colour, and come from the shelf or from a block that is cast, grated and dried for it. A
						column may have several colours: by turns, side by side or one on another, with a stick through
						it.
					</li>
					<li>
						<strong>Bowls</strong>: how much to spare, how fine the scale reads, what stays on bowls. Left
						empty, your own log says what stays.
					</li>
				</ul>
				<p>
					Underlined numbers open: how each came about, its range, and whether it is exact, published, common
					practice, your log or an estimate. Ctrl+Z takes a change back; everything is saved by itself. Ctrl+K
					or / finds any loaf, place, thing to do or page of this guide.
				</p>
			</>
		),
	},
	{
		key: "formula",
		title: "Formula",
		group: "The loaf",
		body: (
			<>
				<p>
					Fats by percent, lye and water by concentration, by ratio or by share of the oils, additives where
					they go in: the water, the hot or the cooled lye, the oils, the batter once it holds together, or at
					the very last. The lye is reckoned from each fat's saponification value and the purity on your bag;
					rounding never takes the superfat below yours.
				</p>
				<p>
					What an additive does (thicken, warm, firm) follows its dose. Your own stand in the cupboard under
					Additives, by name, form, dose and INCI.
				</p>
				<p>
					A discount leaves lye out; a fat added after trace is a superfat of its own. Arch Top counts neither
					twice. Formulas are kept in the book with every version.
				</p>
				<p>
					The readings at the side (hardness, how soon it unmoulds, how it thickens) follow from fatty acids
					and are estimates. Your own log moves them.
				</p>
			</>
		),
	},
	{
		key: "colours",
		title: "Colours",
		group: "The loaf",
		body: (
			<>
				<p>
					Each colour of the loaf: the jars in it by the weight of its oils, what else goes into its bowls
					alone, and its scent. What colours or scents all of a pot before it is split stands beside them:{" "}
					<strong>Into a whole pot</strong>. The forecast shows it wet, next day and cured, from the jar's
					test bar, the fats' own colour and what vanillin browns. Two colours that touch and will merge are
					told before you pour.
				</p>
				<p>
					<strong>What to add to get there</strong> answers with one jar, two, or three where they help, each
					with how near it comes and what it costs, in doses that were tested and can be weighed. Where adding
					does not lead there it says what a fresh bowl needs instead.
				</p>
				<p>
					A dose may be typed in spoons: <strong>1 tsp/lb</strong> of the dry powder once a level teaspoon of
					it was weighed, <strong>1 tsp mixed/lb</strong> of the jar as it stands mixed with oil or water.
				</p>
				<p>
					Make a test bar of every new jar: weigh the dose, cure it, photograph it on the bar card. Under
					<strong> Notes</strong> you write down how colours really came out, and jars learn from it.
				</p>
			</>
		),
	},
	{
		key: "top",
		title: "Top",
		group: "The loaf",
		body: (
			<>
				<p>
					Everything on the top is one list, in the order hands put it there: piped, set, sprinkled or
					sprayed. Drag a line by its handle, or move it with the arrow keys; the bench follows. A second
					spritz, mica on the firm loaf before the cut, grass piped last into the gaps: each has its place.
				</p>
				<p>
					Tips by their openings, motifs by their pictures. A run goes in rows by number or by distance, along
					a curve you draw, all over, to each bar or part, or on some bars alone; bags of other mixes take
					turns in it; gone over twice, it lies on itself. It keeps off columns that stand out and off pieces
					set before it, and says what it leaves out. Five motifs on your scale overrule the shape. Any motif
					can be dragged to another place, or moved with the arrow keys.
				</p>
				<p>
					Pieces are strewn fairly, so that every bar and every half gets its share and the wire misses what
					it should; or they stand on each motif, in rows, along a line, or in the places you press on one
					enlarged bar. They may lean, be pressed in, and leave a rim or a trail. What finds no place says
					why, with two ways to help. Moving one by hand moves no other.
				</p>
				<p>
					The top is one surface: each run lies on what was there before it, and pieces rest on that, or are
					pressed in as deep as you say. Heights, the rim and the drawings follow.
				</p>
				<p>
					Say of each finish what it is of, and it is weighed at the bench, bought and named on the label. A
					drizzle is a jar in the oil that wets it.
				</p>
				<p>The template prints at 1:1; check the ruler on the page with your own before you cut by it.</p>
				<p>
					<strong>Does it lie as planned?</strong> Stick the two printed strips on the mould’s rim and
					photograph the top from straight above, with their square marks in the picture. Each piece and motif
					is looked for near its place; you see which cut would go through it now, and can plan it where it
					lies, so that bars and cuts follow. Piped motifs that run into each other are often not made out,
					and it says so.
				</p>
			</>
		),
	},
	{
		key: "pots",
		title: "Pots",
		group: "The loaf",
		body: (
			<>
				<p>
					What goes on the scale, pot by pot, adding up exactly to its totals; on paper too. Volumes become
					grams by the batter's density, with the film on bowls and what is to spare added.
				</p>
				<p>
					Set what your scales read under Section, Bowls: oils and lye are rounded to it together, so that the
					superfat keeps. A pot too small for the scale says so and offers ways: more batter, a finer scale,
					or another pot of its formula to be cast with. What is too little to weigh is thinned first.
				</p>
				<p>
					<strong>Moulds filled again</strong>: a column or pieces that need more moulds than you fill at once
					are cast again when they have let go, each time with a pot and a day of its own; cast together with
					others, all their moulds are filled at once.
				</p>
				<p>
					<strong>Cast together</strong>: castings of one formula come out of one pot, mixed once, a bowl to
					each colour, filled one after the other; pots too small to weigh offer it as a press. What is cast
					of a bought melt-and-pour base (under the column, or the pieces) has no lye, no pot and its own
					hours.
				</p>
				<p>
					<strong>Mixed with another loaf</strong>: loaves that are poured in one session and agree up to
					emulsion are weighed and blended once. One says with whom; the other then weighs for both, each
					takes its part at emulsion, and colours and scents are its own.
				</p>
				<p>A scent of several bottles is mixed first, so much of each. All colours go in before any scent.</p>
				<p>
					The label falls by weight; names of at most 1 % may follow in any order, and colourants after all
					others. A jar that bears several names counts as each of them. It is a draft: local law and a
					qualified assessor go before it.
				</p>
				<p>
					Numbers are typed as you write them: 7,5 or 7.5, 1 1/2, and with a unit behind, as in 2 lb 3 oz.
					What a number could mean twice, such as 1,250, is asked.
				</p>
				<p>
					<strong>Size to what you have</strong>: use a bottle of scent or a bag of shreds exactly; the last
					pour moves until the plan takes just that.
				</p>
			</>
		),
	},
	{
		key: "order",
		title: "Order",
		group: "The loaf",
		body: (
			<>
				<p>
					What is cast how long before the pour: each with its earliest and latest sensible moment, from the
					waits of the trade, your formula and your own log. Give it a day, or one to be ready by, and windows
					become dates; the latest day for the pour follows. The season puts the same jobs among your hours,
					for all loaves together. Press a job and its steps are on the bench.
				</p>
				<p>
					<strong>How it sets</strong>: say how the loaf is covered, and it is reckoned how warm its middle
					gets, whether it gels, whether cold pieces in it are in the way, and when to look. Move the slider
					to see the section warm up and cool. The wait in the mould follows.
				</p>
			</>
		),
	},
	{
		key: "today",
		title: "Today",
		group: "Around it",
		body: (
			<>
				<p>
					What is due now, in all loaves: begun and not finished, late, due today, ready to do; what sets or
					dries and until when; what comes on which day. It goes by the season’s plan, or by a loaf’s own
					dates, and by what was pressed at the bench.
				</p>
				<p>
					A job whose turn has not come says until when and why. One press begins it all the same. A job whose
					time is over says what to do now.
				</p>
			</>
		),
	},
	{
		key: "bench",
		title: "Bench and trace clock",
		group: "The loaf",
		body: (
			<>
				<p>
					The bench opens on what is due of this loaf; <strong>Jobs</strong> leads to any other, of any loaf.
					One step on the screen, one press: Space is Done, Backspace takes back. Pours and pieces laid in
					show the loaf as it is to stand. Scale and thermometer are followed live. Nothing is lost by a
					reload or a lost connection: presses wait in this browser, and are sent from whatever page is open.
					A tablet at the bench or a phone for the photographs comes in once the studio is served with{" "}
					<code>archtop serve --share</code>. <strong>Let a phone in</strong>, at the head of the bench, shows
					a code to scan: it opens the bench, the clock and the notes of that loaf until the day is over, and
					nothing else. Passes that hold are listed there and in the settings, each to be ended.
				</p>
				<p>
					What may hurt before its time is asked once: lye that is still hot, a step with lye taken before the
					one that comes first. One press says that you know; its clock stays in sight.
				</p>
				<p>
					The clock tells when a bowl is thick enough to carry an embed, hold a layer or be piped. Give it
					readings: a spoonful on the ring sheet, a cup lifted off, or a stage told by eye. Without a reading
					it knows a pot only as ordinary pots go, and its windows are wide.{" "}
					<strong>Photograph the spoonful</strong>, with all four square marks of the sheet in the picture,
					and its edge is found to about a millimetre: what was seen is shown, and a drag puts it right. The
					photograph is read here, in this studio, and not kept. A bowl photographed beside the bar card is
					held against its wet forecast, by one press on the picture. Ring sheets printed before they had
					square marks are still read by eye. <strong>Help</strong> says what to do now, and plans the rest
					again.
				</p>
			</>
		),
	},
	{
		key: "rehearsal",
		title: "Rehearsal",
		group: "The loaf",
		body: (
			<p>
				The same bench on simulated batter, sped up. It thickens by another law than the clock believes in, so
				that a missed window costs nothing here and teaches what it would have cost. Nothing of it is kept.
			</p>
		),
	},
	{
		key: "look",
		title: "Look",
		group: "The loaf",
		body: (
			<>
				<p>
					The loaf in the hand, before anything is mixed: drag it, or press the arrows, plus and minus. Draw a
					bar out, lay all of them apart or side by side, or slide a cut through it anywhere. Every bar has
					its own half of what the wire goes through. Cuts and sides are one plausible outcome, the same as on
					Cut.
				</p>
				<p>
					<strong>Piped after mixing</strong> shows what the bag gives too early or too late: what is too soft
					sinks to the height that it can carry and keeps its volume, what is too stiff tears. How thick it is
					by then is the clock’s expectation, an estimate.
				</p>
				<p>
					<strong>Age</strong> shows it just poured, the next day and cured, then with a veil of ash on top if
					you like; <strong>In its mould</strong> puts the mould around it.{" "}
					<strong>Colours as planned</strong> lights it from all sides alike: what is on the screen then is
					the plan’s own colour. Mica shines, clear base is seen into, salt, seeds, glitter and drizzle lie
					where they would fall.
				</p>
				<p>
					Picture, glTF and STL open in other programs; STL of one bar, or of the mould’s hollow, is what a
					printer of moulds wants. At the bench the same loaf stands beside each pour and everything that goes
					on top, as it is once the step is done. Where a browser turns no solids there is a still picture,
					and the loaf is told in words besides.
				</p>
			</>
		),
	},
	{
		key: "cut",
		title: "Cut",
		group: "The loaf",
		body: (
			<>
				<p>
					Every bar's face in its cured colours, for several plausible outcomes: right volumes, right order,
					how height and thickness tell; not the exact pattern. Wires move by hand or are found for equal
					weights or even faces. Put a photograph of the real bar beside its prediction; two presses tell its
					scale.
				</p>
				<p>
					Each slice may give several bars, and any slice another number than the others: thirteen halved,
					four left whole, two samples, a double bar. Strips may be told by their width; what is left beside
					them is weighed too. Weights, the bench and the label count them so.
				</p>
				<p>
					Wire, knife or kitchen knife, upright, on its side or upside down: choose, or let the loaf ask. One
					verdict says how high it lies then and what speaks against it. A stamp is set on the smallest face,
					with its days after the cut.
				</p>
			</>
		),
	},
	{
		key: "notes",
		title: "Notes",
		group: "The loaf",
		body: (
			<>
				<p>
					A minute of writing at four moments: unmoulded, cut, one week, cured. Leave out what you did not
					look at. What is typed stays in this browser until you save; what was saved stays in the log even
					when it is updated.
				</p>
				<ul>
					<li>
						<strong>Photographs</strong> come from the phone's camera or a file; place, time and device are
						taken out of them. On a cut face press both ends of the bar's foot: the plan's pieces lie over it,
						dashed. Press where a piece really lies.
					</li>
					<li>
						<strong>On the bar card</strong> nothing needs pressing. Print the card, lay a bar on its
						chequers, front face up, its foot towards FOOT, and photograph it from above. Its size, where
						pieces lie, each colour and its share, dark holes and a pale veil are read off and laid beside the
						plan; what you leave ticked goes into the notes. Swirled soap is held against several outcomes of
						the same plan, and how long the edges between its colours are and how deep reaches what fell in
						are written down with it: later faces learn from that how deep your streams plunge and how far you
						twist a pot. Whether the cut itself is crooked a face cannot tell.
					</li>
					<li>
						<strong>Colours</strong>: lay a white card beside the bar, in daylight, both in the same light.
						Press the card, then the soap; on the bar card it is done for you. Under a warm lamp it errs three
						times as far.
					</li>
					<li>
						<strong>Weights</strong>: half of the bars tell what stayed on the bowls; the same bars cured tell
						what curing takes.
					</li>
				</ul>
				<p>
					Beside it stands plan against outcome: every difference with its likeliest causes, those first for
					which the log speaks.
				</p>
			</>
		),
	},
	{
		key: "loaves",
		title: "Loaves",
		group: "Around it",
		body: (
			<>
				<p>
					Start a new loaf, import a file, or take the tour. Above the loaves stands what is due today, what
					waits, which bars on the rack are to be turned, and what will run short. Each card says how far its
					loaf is.
				</p>
				<p>
					<strong>Pour it again</strong> begins a loaf anew under the next number, without its days; under
					Pots stands what the notebook says to mind.
				</p>
				<p>
					The order of a loaf's places is the order of work: Section, Formula, Colours, Top, Pots, Order,
					Bench, Cut, Notes.
				</p>
				<p>
					Every save is kept. The clock face beside Undo lists the <strong>earlier versions</strong> of a
					loaf: choose one, read part by part what it has otherwise, tick what you want back. Where two of you
					saved one loaf at once, <strong>Part by part</strong> does the same for both hands.
				</p>
				<p>
					Units, the decimal sign, dates, paper, money and how warm your room is are said once under{" "}
					<strong>Settings</strong>, the wheel at the top.
				</p>
			</>
		),
	},
	{
		key: "season",
		title: "Season",
		group: "Around it",
		body: (
			<>
				<p>
					Every loaf with a date placed among your hours, hands and moulds. Drag a job or press its arrows,
					pin it, or say when it was done: the rest is planned again, as little changed as can be.
				</p>
				<p>
					Where a date cannot be met, it says which waits, moulds or hours clash, and what would make it
					possible. Orders know guests, halves and spare bars. The calendar's private address can be taken
					back.
				</p>
			</>
		),
	},
	{
		key: "shelf",
		title: "Shelf",
		group: "Around it",
		body: (
			<p>
				Pieces, dough, scraps and curing bars with weight and age, whom they are spoken for, and what could
				use them up. The bench puts things here and takes them by itself.
			</p>
		),
	},
	{
		key: "cupboard",
		title: "Cupboard",
		group: "Around it",
		body: (
			<p>
				Bottles with their limits and notes, jars with their test bars, what there is of everything, what it
				costs. A loaf whose cut is saved under Notes takes its supplies off the stock, once.
			</p>
		),
	},
	{
		key: "notebook",
		title: "Notebook",
		group: "Around it",
		body: (
			<>
				<p>
					<strong>Loaves</strong>: any past loaf by its words, scent, colour, fault, verdict or date, plan
					beside photograph.
				</p>
				<p>
					<strong>Your own numbers</strong>: what your log shows against the defaults, with how many loaves it
					was seen in and the range of the next one. Few loaves move a number a little. Turn one off and plans
					take the default; forget, and what was seen before does not count; remember, and it does again.
				</p>
				<p>
					<strong>Scents and colours</strong>: a page for each with all that was ever seen of it. What matters
					to a plan comes up by itself in its Section and Pots: before you pour.
				</p>
			</>
		),
	},
	{
		key: "schools",
		title: "The schools",
		group: "To know",
		body: (
			<>
				<p>Makers work by different schools. Arch Top plans each; none is the right one.</p>
				<h2>How warm</h2>
				<ul>
					<li>
						<strong>Cool</strong>: lye rested for hours, fats just fluid, <Warm from={21} to={32} />: slow,
						with time for swirls.
					</li>
					<li>
						<strong>Matched warm</strong>: lye and fats both at about <Warm from={38} to={46} />.
					</li>
					<li>
						<strong>Hot lye</strong>: poured onto hard fats so that it melts them; liquid oils after. It
						thickens, then loosens.
					</li>
				</ul>
				<h2>How much water</h2>
				<p>
					About two of water to one of lye is a steep discount: it thickens sooner and unmoulds sooner. More
					water gives time, and more ash.
				</p>
				<h2>Where frosting comes from</h2>
				<ul>
					<li>Held back from the loaf's pot, until it stands.</li>
					<li>
						From a formula of its own, mixed first, so that it is ready when the loaf is, or once the loaf is
						poured and firms.
					</li>
					<li>Whipped or beaten; its volume is yours to write down.</li>
				</ul>
				<h2>Gel or not</h2>
				<p>
					Kept warm through gel, a loaf is firm sooner and its colours deeper; kept cool, it stays paler and
					waits longer in its mould. Cold embeds cool what is around them.
				</p>
				<p>All of it is common practice, without a published source.</p>
			</>
		),
	},
	{
		key: "safety",
		title: "Safety",
		group: "To know",
		body: (
			<>
				<p>
					<strong>Sodium hydroxide burns skin and eyes.</strong> Your supplier's safety sheets and your local
					rules come before anything Arch Top says.
				</p>
				<ul>
					<li>Goggles, gloves, long sleeves; air; children and animals out of the room.</li>
					<li>Lye into water, never water into lye. No aluminium: it gives off hydrogen.</li>
					<li>
						On the skin: plenty of running water at once, wet clothes off. In the eye: rinse for at least 15
						minutes, and get medical help.
					</li>
					<li>
						Raw batter is as caustic as lye until it has saponified. Gloves on until it is cut and washed up.
					</li>
					<li>Alcohol for spritzing burns: away from flame and hot lye.</li>
					<li>
						Fine powders (charcoal, mica, titanium dioxide) are not to be breathed: mask, and no draught.
					</li>
					<li>Unplug the blender before it is scraped. A helper for tall moulds.</li>
					<li>Wipe bowls; never rinse thick batter down the drain.</li>
				</ul>
				<h2>Scent</h2>
				<p>
					Every bottle has a highest rate for products that are washed off, on its supplier's sheet. Arch Top
					holds your plan against what you typed from it; the sheet decides.
				</p>
				<h2>Selling</h2>
				<p>
					Local cosmetic law, labelling rules and a qualified assessor decide what may be sold and what must
					stand on it. Nothing outside the assessed list goes in. Arch Top only reminds.
				</p>
			</>
		),
	},
	{
		key: "files",
		title: "What the files hold",
		group: "Files",
		body: (
			<>
				<h2>A loaf</h2>
				<p>
					One JSON document, <code>format: "archtop.loaf"</code>, with a version; its JSON Schema ships as{" "}
					<code>docs/loaf.schema.json</code>. It carries the bottles and jars it names. Older versions are
					lifted as they are read.
				</p>
				<h2>The whole studio</h2>
				<p>
					A zip: <code>studio.json</code> and the folder <code>photos</code>.
				</p>
				<ul>
					<li>
						<code>format</code> is <code>archtop.studio</code>; <code>version</code> is 1;{" "}
						<code>made_at</code> the moment it was taken out.
					</li>
					<li>
						<code>tables</code>: a list of rows for each of loaves, revisions, bench, readings, outcomes,
						photos, lots, moves, moulds, fats, cupboard, stock, formulas, formula_versions, prices, settings,
						stock_uses, numbers, seasons, pins, orders. Rows name each other by ids and names, never by a
						number of one database.
					</li>
					<li>What follows from other rows (search words, fitted numbers) is not carried but made anew.</li>
					<li>The calendar's private address stays behind, and so do passwords.</li>
				</ul>
				<p>
					Out, in and out again is the same, photographs byte for byte. CSV has the same tables, one file
					each; what is itself a document stands in its cell as JSON.
				</p>
				<h2>In and out besides</h2>
				<p>
					SVG outlines and STL models in; iCalendar, PDF and SVG sheets, PNG faces out; JPEG, PNG and WebP
					photographs in, up to 25 MB, kept as JPEG of at most 2000 points with nothing in it but the picture.
				</p>
			</>
		),
	},
	{
		key: "command-line",
		title: "On the command line",
		group: "Files",
		body: (
			<>
				<pre>{`archtop plan FILE              a loaf in, its plan out (JSON)
archtop calc --list            every calculator with its schemas
archtop calc NAME FILE         one calculation, JSON in and out
archtop serve | demo           the application, with or without the demo studio
archtop export LOAF            a loaf's document, by its id
archtop export --studio FILE   the whole studio with its photographs
archtop export --tables FILE   every table as CSV
archtop import FILE            a loaf's document, or a studio's file to merge
archtop backup [FILE]          a copy of database and photographs while it is open
archtop restore FILE           a backup in the place of the studio`}</pre>
				<p>
					A studio lives in the folder <code>ARCHTOP_HOME</code>. Bad input answers with exit code 2 and the
					problems as JSON.
				</p>
			</>
		),
	},
];
