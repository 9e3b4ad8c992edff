import { Canvas, useThree } from "@react-three/fiber";
import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import {
	Box3,
	DoubleSide,
	type Group,
	type Mesh,
	type MeshStandardMaterial,
	type Object3D,
	type PerspectiveCamera,
	Plane,
	SRGBColorSpace,
	type Texture,
	TextureLoader,
	Vector3,
} from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";
import { GLTFLoader } from "three/examples/jsm/loaders/GLTFLoader.js";
import type { CutThrough } from "../../api/types";
import { howItDraws } from "./howItDraws";
import type { Cut } from "./useSolid";
import { type BarPlace, type Eye, eyeOf, type Lying, placed, turned, VIEWS, type ViewName } from "./views";

/** Points of the screen to a point of a resting picture, and how long it has to rest, where they are reckoned. */
const [FINE, REST_MS] = [2, 700];
/** One unit of the scene is so many of the file's metres: a loaf is a few units long. */
const SCALE = 10;
/** A cut's face lies so little before the cut that nothing of the loaf shows through it. */
const NEAR = 0.0015;

export type Light = "daylight" | "lamp" | "even";
/** Of one that comes from all sides alike, so strong that what is seen is the colour itself. */
const EVEN = Math.PI;
const LIGHTS = {
	daylight: { sky: "#ffffff", ground: "#cfc8bb", key: "#ffffff", fill: 1.45, strength: 1.85 },
	lamp: { sky: "#ffe9c9", ground: "#8f7a5f", key: "#ffd7a1", fill: 1.1, strength: 2.2 },
} as const;

interface Props {
	/** Nothing while it is on its way. */
	glb: ArrayBuffer | undefined;
	lying: Lying;
	light: Light;
	inMould: boolean;
	/** Chosen anew with every press, so that the same view can be asked for twice. */
	view: { readonly name: ViewName; readonly asked: number };
	label: string;
	describedBy: string;
	onReady: (glb: ArrayBuffer) => void;
	canvas: RefObject<HTMLCanvasElement | null>;
	/** Cut through there, if it is. */
	cut: Cut | null;
	/** Whether the browser has let go of what it draws with. */
	onLost: (lost: boolean) => void;
}

/** The loaf itself, turned by pointer, touch and keys; drawn only when something has changed. */
export function LoafStage(props: Props) {
	const turn = useRef<((key: string) => boolean) | null>(null);
	const slowly = howItDraws() === "slowly";
	return (
		<div
			role="application"
			aria-label={props.label}
			aria-describedby={props.describedBy}
			// biome-ignore lint/a11y/noNoninteractiveTabindex: it is turned by keys.
			tabIndex={0}
			className="h-full w-full rounded-xl"
			onKeyDown={(event) => {
				if (turn.current?.(event.key)) event.preventDefault();
			}}
		>
			<Canvas
				frameloop="demand"
				flat
				dpr={slowly ? 1 : [1, 1.5]}
				camera={{ fov: 32, near: 0.05, far: 60 }}
				shadows="percentage"
				gl={{ preserveDrawingBuffer: true, alpha: true, antialias: !slowly }}
				onCreated={({ gl, invalidate }) => {
					gl.outputColorSpace = SRGBColorSpace;
					props.canvas.current = gl.domElement;
					gl.localClippingEnabled = true;
					gl.domElement.addEventListener("webglcontextlost", (event) => {
						// It is given back only to who says so.
						event.preventDefault();
						props.onLost(true);
					});
					gl.domElement.addEventListener("webglcontextrestored", () => {
						props.onLost(false);
						invalidate();
					});
				}}
			>
				<Lights light={props.light} />
				<Bars {...props} turn={turn} />
				{props.cut?.seen && <CutFace at={props.cut.at} seen={props.cut.seen} />}
			</Canvas>
		</div>
	);
}

/** Without a graphics card it is drawn coarsely while it is turned, and finely once it rests: what is to be told of it. */
function useFinelyAtRest(): () => void {
	const { invalidate, setDpr } = useThree();
	const rest = useRef(0);
	useEffect(() => () => clearTimeout(rest.current), []);
	return useCallback(() => {
		invalidate();
		if (howItDraws() !== "slowly") return;
		clearTimeout(rest.current);
		setDpr(1);
		rest.current = window.setTimeout(() => setDpr(FINE), REST_MS);
	}, [invalidate, setDpr]);
}

function Lights({ light }: { light: Light }) {
	const invalidate = useThree((state) => state.invalidate);
	// biome-ignore lint/correctness/useExhaustiveDependencies: another light is another picture.
	useEffect(() => invalidate(), [light, invalidate]);
	if (light === "even") return <ambientLight intensity={EVEN} />;
	const { sky, ground, key, fill, strength } = LIGHTS[light];
	return (
		<>
			<hemisphereLight args={[sky, ground, fill]} />
			<directionalLight
				position={[1.6, 3.4, 2.2]}
				intensity={strength}
				color={key}
				castShadow
				shadow-mapSize={[1024, 1024]}
				shadow-camera-left={-2.4}
				shadow-camera-right={2.4}
				shadow-camera-top={2.4}
				shadow-camera-bottom={-2.4}
				shadow-bias={-0.0015}
				shadow-normalBias={0.012}
				shadow-radius={5}
			/>
			<directionalLight position={[-2.5, 1.5, 1]} intensity={strength * 0.22} color={sky} />
		</>
	);
}

type BarsProps = Props & { turn: RefObject<((key: string) => boolean) | null> };

function Bars({ glb, lying, inMould, view, onReady, turn, cut: slid }: BarsProps) {
	const cut = slid?.at ?? null;
	const { loaf, mould } = useLoaf(glb, onReady);
	const { camera, gl, size: screen } = useThree();
	const moved = useFinelyAtRest();
	// On a narrow screen it is further away, so that all of it is seen.
	const narrow = Math.max(1, 1.35 / (screen.width / screen.height));
	const floor = useMemo(() => (loaf ? new Box3().setFromObject(loaf).min.y : 0), [loaf]);
	const gone = useRef<number | null>(null);
	const controls = useMemo(() => new OrbitControls(camera, gl.domElement), [camera, gl]);

	useEffect(() => {
		controls.enableDamping = false;
		controls.maxPolarAngle = Math.PI / 2 + 0.3;
		controls.minDistance = 0.6;
		controls.maxDistance = 16;
		controls.addEventListener("change", moved);
		return () => {
			controls.removeEventListener("change", moved);
			controls.dispose();
		};
	}, [controls, moved]);

	useEffect(() => {
		if (!loaf) return;
		const bars = barsOf(loaf);
		for (const bar of bars) {
			const by = placed(Number(bar.name.slice(4)), lying, bars.length, placeOf(bar));
			bar.position.set(by.right / 1000, 0, by.nearer / 1000);
		}
		moved();
	}, [loaf, lying, moved]);

	useEffect(() => {
		if (!loaf || !mould) return;
		if (inMould) loaf.add(mould);
		else mould.removeFromParent();
		moved();
	}, [loaf, mould, inMould, moved]);

	useEffect(() => {
		if (!loaf) return;
		clipAt(loaf, cut);
		if (mould) clipAt(mould, cut);
		moved();
	}, [loaf, mould, cut, moved]);

	// biome-ignore lint/correctness/useExhaustiveDependencies: asked for once more, it is gone to once more.
	useEffect(() => {
		if (!loaf) return;
		// As it lies now, bars drawn out and all.
		const box = new Box3().setFromObject(loaf);
		const size = box.getSize(new Vector3());
		const long = Math.max(size.x, size.y, size.z);
		const middle = box.getCenter(new Vector3());
		if (view.name === "bar" || view.name === "front") middle.z = box.max.z;
		const look = (eye: Eye, at: Vector3) => {
			const far = eye.away * narrow * Math.max(long, 1.1);
			camera.position.set(
				at.x + far * Math.cos(eye.up) * Math.sin(eye.around),
				at.y + far * Math.sin(eye.up),
				at.z + far * Math.cos(eye.up) * Math.cos(eye.around),
			);
			controls.target.copy(at);
			controls.update();
			moved();
		};
		const now = (): Eye => {
			const at = (camera as PerspectiveCamera).position.clone().sub(controls.target);
			return {
				around: Math.atan2(at.x, at.z),
				up: Math.atan2(at.y, Math.hypot(at.x, at.z)),
				away: at.length() / narrow / Math.max(long, 1.1),
			};
		};
		// Another age, outcome or minute is looked at from where one stands.
		if (gone.current !== view.asked) {
			gone.current = view.asked;
			look(eyeOf(VIEWS[view.name]), middle);
		}
		turn.current = (key) => {
			const eye = turned(now(), key);
			if (eye) look(eye, controls.target.clone());
			return eye !== undefined;
		};
	}, [loaf, view.asked, camera, controls, narrow]);

	if (!loaf) return null;
	return (
		<>
			<primitive object={loaf} />
			<mesh rotation-x={-Math.PI / 2} position-y={floor - 0.004} receiveShadow>
				<circleGeometry args={[14, 48]} />
				<shadowMaterial opacity={0.22} />
			</mesh>
		</>
	);
}

/** The file read, its surfaces made soap: a little sheen, shadows from everything onto everything. */
function useLoaf(glb: ArrayBuffer | undefined, onReady: (glb: ArrayBuffer) => void): Partial<InHand> {
	const [inHand, setInHand] = useState<Partial<InHand>>({});
	useEffect(() => {
		if (!glb) return;
		let made: InHand | undefined;
		let here = true;
		new GLTFLoader().parse(glb.slice(0), "", (file) => {
			made = { loaf: file.scene, mould: file.scene.getObjectByName("mould") };
			if (!here) return thrownAway(made);
			made.loaf.scale.setScalar(SCALE);
			made.loaf.traverse(asSoap);
			made.mould?.removeFromParent();
			setInHand(made);
			onReady(glb);
		});
		return () => {
			here = false;
			if (made) thrownAway(made);
		};
	}, [glb, onReady]);
	return inHand;
}

/** What lies before a cut [mm from the front] is not drawn; what is open there shows its inside. */
function clipAt(object: Object3D, at: number | null): void {
	const planes = at === null ? null : [new Plane(new Vector3(0, 0, -1), (-at * SCALE) / 1000)];
	object.traverse((part) => {
		const soap = (part as Mesh).material as MeshStandardMaterial | undefined;
		if (!soap) return;
		soap.clippingPlanes = planes;
		soap.clipShadows = true;
		// Whole, each is seen as its file says: the mould's walls from both sides.
		soap.userData.side ??= soap.side;
		soap.side = at === null ? soap.userData.side : DoubleSide;
		soap.needsUpdate = true;
	});
}

/** The face where the loaf is cut through. */
function CutFace({ at, seen }: { at: number; seen: CutThrough }) {
	const invalidate = useThree((state) => state.invalidate);
	const [face, setFace] = useState<Texture>();
	useEffect(() => {
		let here = true;
		new TextureLoader().load(seen.png, (made) => {
			made.colorSpace = SRGBColorSpace;
			made.anisotropy = 4;
			if (here) setFace(made);
			else made.dispose();
			invalidate();
		});
		return () => {
			here = false;
		};
	}, [seen, invalidate]);
	useEffect(() => () => face?.dispose(), [face]);
	const [wide, high] = [(2 * seen.half_mm * SCALE) / 1000, (seen.high_mm * SCALE) / 1000];
	if (!face) return null;
	return (
		<mesh position={[0, high / 2, (-at * SCALE) / 1000 + NEAR]} receiveShadow>
			<planeGeometry args={[wide, high]} />
			<meshStandardMaterial map={face} roughness={0.62} />
		</mesh>
	);
}

interface InHand {
	readonly loaf: Group;
	/** Its walls, beside it until they are wanted. */
	readonly mould: Object3D | undefined;
}

/** What the graphics card holds of it is let go. */
function thrownAway({ loaf, mould }: InHand): void {
	const letGo = (object: Object3D) => {
		const mesh = object as Mesh;
		if (!mesh.isMesh) return;
		mesh.geometry.dispose();
		const soap = mesh.material as MeshStandardMaterial;
		soap.map?.dispose();
		soap.roughnessMap?.dispose();
		soap.dispose();
	};
	loaf.traverse(letGo);
	mould?.traverse(letGo);
}

const places = new WeakMap<Object3D, BarPlace>();

/** Where a bar is while nothing has been moved; told once. */
function placeOf(bar: Object3D): BarPlace {
	const known = places.get(bar);
	if (known) return known;
	const box = new Box3().setFromObject(bar);
	const mm = 1000 / SCALE;
	const place = {
		front: -box.max.z * mm,
		middle: ((box.max.x + box.min.x) / 2) * mm,
		wide: (box.max.x - box.min.x) * mm,
	};
	places.set(bar, place);
	return place;
}

const barsOf = (loaf: Group): Object3D[] => {
	const bars: Object3D[] = [];
	loaf.traverse((object) => {
		if (/^bar-\d+$/.test(object.name)) bars.push(object);
	});
	return bars;
};

/** Throws and takes shadows; what it is made of is in the file. */
function asSoap(object: Object3D): void {
	const mesh = object as Mesh;
	if (!mesh.isMesh) return;
	const { map, transparent } = mesh.material as MeshStandardMaterial;
	mesh.castShadow = !transparent;
	mesh.receiveShadow = !transparent;
	if (map) map.anisotropy = 4;
}
