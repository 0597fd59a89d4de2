import { transformPoint } from "@vertexon/geometry";
import type { Handle } from "@vertexon/notation";
import { tokens, tones, withAlpha } from "@/theme/tokens";
import type { DefinitionView, ShapeView, SheetView } from "@/worker/sheet-view";
import type { HandleSpot, Picked } from "../model/handles";
import type { Layer, Lit } from "../model/layers";
import { type NamedShape, probesOf, results, shapesOf } from "../model/scene";
import type { StationPlan } from "../model/station";
import type { Backdrop } from "./backdrop";
import { type Camera, decimalsAt, RULER, toScreen } from "./camera";
import { drawGrid, drawPaper, drawRulers } from "./draw-grid";
import {
  drawAimed,
  drawCircles,
  drawFrame,
  drawGhosts,
  drawMarked,
  drawMesh,
  drawNumbered,
  drawPictures,
  drawRay,
  drawRays,
  drawRegions,
  drawTags,
  drawTraced,
  drawTravel,
  drawWays,
} from "./draw-layer";
import {
  drawContours,
  drawContourValues,
  drawField,
  drawFootLine,
  drawPlace,
  drawProbe,
  drawSamples,
  drawWorstSpot,
  FEW_POINTS,
} from "./draw-measures";
import { drawMistakes } from "./draw-mistakes";
import {
  drawCurveHandles,
  drawDot,
  drawHandle,
  drawThumb,
  drawVertices,
  fillRegion,
  numberVertices,
  strokeOutline,
  strokeRegion,
  strokeTrueOutline,
} from "./draw-shapes";
import { gripText } from "./grip-text";
import { haloText } from "./halo-text";
import { type Box, Labels } from "./labels";
import { crowdedAmong, namePlaces } from "./name-places";
import { drawDraft, type OutlineDraft } from "./outline-draft";
import type { Snapped } from "./snap";
import { type CloudPicture, drawCloud } from "./use-cloud-picture";
import type { DrawnPicture } from "./use-field-picture";
import type { Inspected } from "./use-inspection";
import type { SampleValues } from "./use-sample-values";

export interface Scene {
  camera: Camera;
  draft: OutlineDraft | null;
  closing: boolean;
  view: SheetView;
  how: StationPlan;
  chosen: string | null;
  shape: NamedShape | null;
  spots: HandleSpot[];
  samples: SampleValues | null;
  grip: HandleSpot | null;
  picture: DrawnPicture | null;
  pointer: [number, number] | null;
  at: { x: number; y: number } | null;
  inspected: Inspected | null;
  picked: Picked | null;
  cloud: CloudPicture | null;
  layers: readonly Layer[];
  images: ReadonlyMap<string, HTMLImageElement>;
  /** What the pointer snapped to, and where. */
  snap: Snapped | null;
  /** What lies over the plan: no name may stand behind it. */
  covered: readonly Box[];
}

/** Which definitions are drawn in a pass. */
type Only = (definition: string) => boolean;

/** Everything on the plan, from the grid up; during a drag only what moves, over a backdrop of the rest. */
export function drawPlan(ctx: CanvasRenderingContext2D, scene: Scene, backdrop: Backdrop | null): void {
  const { camera, view } = scene;
  const only: Only = (definition) => !backdrop || backdrop.moved.has(definition);
  ctx.clearRect(0, 0, camera.width, camera.height);
  if (backdrop && !showsField(scene))
    backdrop.paint(ctx, camera, (own) => drawBack(own, scene, (definition) => !only(definition)));
  else drawBack(ctx, scene, () => false);
  ctx.save();
  clipToPlan(ctx, camera);
  if (showsField(scene)) {
    drawFieldStation(ctx, scene);
    if (scene.samples) drawSamples(ctx, camera, scene.samples);
    drawHandles(ctx, scene, NONE);
  } else {
    drawPicture(ctx, scene);
    drawShapes(ctx, scene, only);
    drawMarks(ctx, scene);
    drawNames(ctx, scene, only, drawValues(ctx, scene));
  }
  if (scene.cloud) drawCloud(ctx, camera, scene.cloud);
  const place = litOf(scene, "place");
  if (place) drawPlace(ctx, camera, place);
  for (const layer of scene.layers) {
    drawFrame(ctx, camera, layer);
    drawMarked(ctx, camera, layer);
    drawTags(ctx, camera, layer);
    drawRay(ctx, camera, layer);
    drawAimed(ctx, camera, layer);
    drawCircles(ctx, camera, layer);
    drawTraced(ctx, camera, layer);
    drawWays(ctx, camera, layer);
  }
  drawMistakes(ctx, camera, view.diagnostics, litOf(scene, "marks"));
  if (scene.draft) drawDraft(ctx, camera, scene.draft, scene.snap ?? scene.at, scene.closing);
  for (const { line } of scene.layers)
    if (line) drawDraft(ctx, camera, line.points, scene.snap ?? scene.at, false, !line.closed);
  if (scene.snap?.what) drawSnap(ctx, camera, scene.snap);
  ctx.restore();
  drawRulers(ctx, camera, scene.pointer);
}

/** Whether a field takes the place of the shapes, which are thin outlines then. */
function showsField({ how, picture }: Scene): boolean {
  return how.isField || (picture !== null && !how.isEdited);
}

/** Paper, pictures and grid, and what of the shapes stays as it is. */
function drawBack(ctx: CanvasRenderingContext2D, scene: Scene, only: Only): void {
  const { camera, view } = scene;
  ctx.save();
  clipToPlan(ctx, camera);
  drawPaper(ctx, camera);
  drawPictures(ctx, camera, view, scene.images);
  drawGrid(ctx, camera, view.plan);
  if (!showsField(scene)) {
    drawShapes(ctx, scene, only);
    drawNames(ctx, scene, only, [...scene.covered]);
  }
  ctx.restore();
}

function clipToPlan(ctx: CanvasRenderingContext2D, camera: Camera): void {
  ctx.beginPath();
  ctx.rect(RULER, RULER, camera.width - RULER, camera.height - RULER);
  ctx.clip();
}

function drawShapes(ctx: CanvasRenderingContext2D, scene: Scene, only: Only): void {
  const { camera, view, shape, layers } = scene;
  const { isEdited, vertices, numbers, trueOutline } = scene.how;
  const shown = new Set(results(view).map(({ name }) => name));
  // One tone a definition: the items of a list belong together.
  const definitions = [...new Set(results(view).map(({ definition }) => definition))];
  shapesOf(view).forEach(({ name, definition, shape: each }) => {
    if (!only(definition)) return;
    const tone = tones[definitions.indexOf(definition) % tones.length];
    if (shown.has(name)) fillRegion(ctx, camera, each, withAlpha(tone, 0.42 * each.opacity));
    else if (name === shape?.name) fillRegion(ctx, camera, each, withAlpha(tokens.plum, 0.09));
    if (name === shape?.name) return;
    const dash = shown.has(name) ? undefined : [3, 3];
    strokeOutline(ctx, camera, each, { colour: withAlpha(tokens.ink, shown.has(name) ? 1 : 0.4), width: 1.3, dash });
  });
  if (!shape || !only(shape.definition)) return;
  const colour = shown.has(shape.name) ? tokens.ink : tokens.plum;
  strokeOutline(ctx, camera, shape.shape, { colour, width: 1.8 });
  if (trueOutline) strokeTrueOutline(ctx, camera, shape.shape, tokens.plum);
  if (vertices) drawVertices(ctx, camera, shape.shape.subpaths, colour);
  if (isEdited) drawCurveHandles(ctx, camera, shape.shape);
  for (const layer of layers) drawLayer(ctx, scene, layer, shape.shape);
  if (numbers) numberVertices(ctx, camera, shape.shape.subpaths);
}

function drawLayer(ctx: CanvasRenderingContext2D, scene: Scene, layer: Layer, shape: ShapeView): void {
  const { camera, view, how } = scene;
  const { framed = [], lit = {} } = layer;
  drawRegions(ctx, camera, layer);
  for (const { name, shape: each } of shapesOf(view))
    if (framed.includes(name)) strokeOutline(ctx, camera, each, { colour: tokens.plum, width: 2.6 });
  drawMesh(ctx, camera, layer);
  drawGhosts(ctx, camera, layer);
  drawHanded(ctx, camera, layer);
  drawRays(ctx, camera, layer);
  drawTravel(ctx, camera, shape, layer);
  if (how.trueOutline) drawWorstSpot(ctx, camera, shape, layer.spot);
  if (lit.ring !== undefined) lightRing(ctx, camera, shape, lit.ring);
  if (lit.vertex) lightVertex(ctx, camera, shape, lit.vertex);
}

/** What is handed off: vertices and points with their places in the file. */
function drawHanded(ctx: CanvasRenderingContext2D, camera: Camera, layer: Layer): void {
  if (layer.handed) {
    drawVertices(ctx, camera, layer.handed, tokens.plum);
    numberVertices(ctx, camera, layer.handed);
  }
  drawNumbered(ctx, camera, layer);
}

/** What is pointed at of a kind, by whoever said so last. */
function litOf<K extends keyof Lit>({ layers }: Scene, key: K): NonNullable<Lit[K]> | null {
  return layers.findLast(({ lit }) => lit?.[key] !== undefined)?.lit?.[key] ?? null;
}

function lightRing(ctx: CanvasRenderingContext2D, camera: Camera, shape: ShapeView, ring: number): void {
  const points = shape.polygons.flatMap(({ outer, holes }) => [outer, ...holes])[ring];
  if (!points) return;
  ctx.beginPath();
  for (let i = 0; i < points.length; i += 2) ctx.lineTo(...toScreen(camera, points[i], points[i + 1]));
  ctx.closePath();
  ctx.fillStyle = withAlpha(tokens.plum, 0.14);
  ctx.fill();
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 3;
  ctx.stroke();
}

function lightVertex(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  shape: ShapeView,
  { subpath, index }: { subpath: number; index: number },
): void {
  const vertices = shape.subpaths[subpath]?.vertices;
  if (!vertices || 2 * index >= vertices.length) return;
  const [x, y] = toScreen(camera, vertices[2 * index], vertices[2 * index + 1]);
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 2.4;
  ctx.strokeRect(x - 8, y - 8, 16, 16);
}

const NONE: ReadonlySet<string> = new Set();

function drawMarks(ctx: CanvasRenderingContext2D, scene: Scene): void {
  const { camera, view, chosen } = scene;
  const { isEdited, isAsked } = scene.how;
  const probes = new Set<string>();
  for (const { name, value } of view.definitions) {
    const [probe] = scene.cloud ? [] : probesOf(value);
    if (!probe || (!isAsked && name !== chosen)) continue;
    probes.add(name);
    drawProbe(ctx, camera, probe, litOf(scene, "probe"));
  }
  for (const { value, handles } of view.definitions)
    if (value?.type === "point" && handles.length === 0 && isEdited)
      drawDot(ctx, ...toScreen(camera, value.x, value.y));
  drawHandles(ctx, scene, probes);
}

/** What can be dragged, and the number of what is held. */
function drawHandles(ctx: CanvasRenderingContext2D, scene: Scene, probes: ReadonlySet<string>): void {
  const { camera, spots, grip } = scene;
  for (const spot of spots) {
    const [x, y] = toScreen(camera, spot.x, spot.y);
    const lifted = grip?.definition === spot.definition && grip.index === spot.index;
    // A probed point has a mark of its own, which tells its side.
    if (spot.mark === "number") drawThumb(ctx, camera, spot.handle, lifted);
    else if (lifted || (!probes.has(spot.definition) && spot.mark !== "control"))
      drawHandle(ctx, x, y, lifted, spot.mark === "ticks");
  }
  drawPicked(ctx, scene);
  const held = spots.find((spot) => isSpot(spot, grip ?? scene.picked?.handle ?? null));
  const words = held && gripText(held.handle, held.definition, decimalsAt(camera) + 1);
  if (held && words) {
    const [x, y] = toScreen(camera, held.x, held.y);
    haloText(ctx, words, x + 14, y + 16, `600 12px ${tokens.sans}`);
  }
}

function isSpot(spot: HandleSpot, wanted: Picked["handle"]): boolean {
  return wanted?.definition === spot.definition && wanted.index === spot.index;
}

/** A frame around what was picked. */
function drawPicked(ctx: CanvasRenderingContext2D, { camera, picked, shape, spots, how }: Scene): void {
  if (!picked || !how.isEdited) return;
  const { corner } = picked;
  const corners = corner && corner.shape === shape?.name ? shape.shape.corners[corner.subpath] : null;
  const spot = spots.find((each) => isSpot(each, picked.handle));
  const place =
    corners && corner && 2 * corner.index < corners.length
      ? { x: corners[2 * corner.index], y: corners[2 * corner.index + 1] }
      : spot;
  if (!place) return;
  const [x, y] = toScreen(camera, place.x, place.y);
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 2.2;
  ctx.strokeRect(x - 9, y - 9, 18, 18);
}

function drawSnap(ctx: CanvasRenderingContext2D, camera: Camera, { x, y, what }: Snapped): void {
  const [px, py] = toScreen(camera, x, y);
  ctx.strokeStyle = tokens.olive;
  ctx.lineWidth = 1.6;
  ctx.beginPath();
  ctx.moveTo(px - 12, py);
  ctx.lineTo(px + 12, py);
  ctx.moveTo(px, py - 12);
  ctx.lineTo(px, py + 12);
  ctx.stroke();
  if (what) haloText(ctx, what, px + 14, py - 30, `12px ${tokens.sans}`);
}

/** Names of what is chosen first, then of points, results and plain operands, as far as there is room. */
function drawNames(ctx: CanvasRenderingContext2D, scene: Scene, only: Only, taken: Box[]): void {
  const { camera, view, chosen, shape, spots } = scene;
  const { isEdited, isAsked } = scene.how;
  const labels = new Labels(ctx, camera, taken);
  const all = shapesOf(view);
  const crowded = crowdedAmong(results(view));
  const placesOf = (named: NamedShape, name = named.name): [number, number][] =>
    namePlaces(ctx, camera, name, named.shape, crowded.has(named));
  for (const { x, y } of spots) labels.avoid(...toScreen(camera, x, y), 7);
  for (const { value } of view.definitions)
    if (isAsked)
      for (const point of (probesOf(value)[0]?.points ?? []).slice(0, FEW_POINTS)) {
        const [x, y] = toScreen(camera, point.x, point.y);
        labels.avoid(x, y, 16);
        labels.avoid(x + 36, y, 24); // the distance's digits
      }
  if (shape && only(shape.definition)) labels.place(shape.name, placesOf(shape), true);
  if (isEdited)
    for (const { name, value } of view.definitions) {
      if (value?.type !== "point" || !only(name)) continue;
      const [x, y] = toScreen(camera, value.x, value.y);
      labels.place(name, labels.around(name, x, y, 10, name === chosen), name === chosen);
    }
  const shown = new Set(results(view).map(({ name }) => name));
  const listed = new Set<string>();
  for (const named of all) {
    const { name, definition, shape: each } = named;
    // The items of a list are named by their definition, once.
    if (!only(definition) || (name !== definition && listed.has(definition))) continue;
    listed.add(definition);
    // Operands that are shapes of their own are named too; steps in between would only repeat them.
    if (name !== shape?.name && (shown.has(name) || each.combination === null))
      labels.place(definition, placesOf(named, definition), false);
  }
}

function drawFieldStation(ctx: CanvasRenderingContext2D, scene: Scene): void {
  const { camera, shape, inspected } = scene;
  drawPicture(ctx, scene);
  // What is composed is no shape: its outline is among the contours.
  const measured = scene.layers.findLast(({ contours }) => contours)?.contours?.of ?? shape?.name;
  for (const each of shapesOf(scene.view)) {
    if (each.name === measured && each.shape.polygons.length > 0)
      strokeRegion(ctx, camera, each.shape, { colour: tokens.ink, width: 1.8 });
    else strokeOutline(ctx, camera, each.shape, { colour: withAlpha(tokens.ink, 0.3), width: 1 });
  }
  drawValues(ctx, scene);
  for (const layer of scene.layers) {
    drawMesh(ctx, camera, layer);
    drawHanded(ctx, camera, layer);
  }
  if (inspected && Number.isFinite(inspected.answer.distance))
    drawFootLine(ctx, camera, inspected.question.at, inspected.answer.nearest, inspected.answer.distance);
}

function drawPicture(ctx: CanvasRenderingContext2D, { camera, picture }: Scene): void {
  if (!picture) return;
  drawField(ctx, camera, picture.picture, picture.image);
  drawContours(ctx, camera, picture.picture);
}

/** Contours' values, over the shapes. Returns what is covered then. */
function drawValues(ctx: CanvasRenderingContext2D, { camera, picture, covered }: Scene): Box[] {
  const taken = [...covered];
  if (picture) drawContourValues(ctx, camera, picture.picture, taken);
  return taken;
}

/** Outlines with more handles than this show them only while they are chosen. */
const FEW = 12;

const known = new WeakMap<readonly Handle[], boolean>();

function hasMany(handles: readonly Handle[]): boolean {
  let answer = known.get(handles);
  if (answer === undefined) {
    answer = handles.filter(({ role }) => role !== "number").length > FEW;
    known.set(handles, answer);
  }
  return answer;
}

/** The distance that a handle of a definition belongs to, if it does. */
function handlesOfDistances({ name, handles, value }: Pick<DefinitionView, "name" | "handles" | "value">) {
  if (value?.type === "distance") return () => name;
  const owners = value?.type === "list" ? value.distances.flatMap((each) => Array(each.handles).fill(each.name)) : [];
  return (index: number): string | null => owners[index - (handles.length - owners.length)] ?? null;
}

/**
 * The handles that a station offers: all of them in Define, the probes in Probe, those of the distance in question in Field, otherwise those of
 * what is chosen.
 */
export function handleSpots(
  view: SheetView,
  { isField, isEdited, isAsked }: StationPlan,
  chosen: string | null,
  shape: NamedShape | null,
): HandleSpot[] {
  return view.definitions.flatMap(({ name, handles, value }) => {
    const ofDistances = handlesOfDistances({ name, handles, value });
    const isProbe = probesOf(value).length > 0;
    const isLong = hasMany(handles);
    const isShown = name === chosen || (isEdited && name === shape?.definition);
    const offered = isShown || (isAsked ? isProbe : isEdited && !isProbe && !isLong);
    return handles.flatMap((handle, index) => {
      const distance = ofDistances(index);
      if (distance === null ? isField || !offered : distance !== chosen) return [];
      // Control points are drawn for the shape in question only; what is not seen cannot be taken.
      if (handle.role !== "vertex" && distance === null && name !== shape?.definition) return [];
      if (handle.role === "number" && !isEdited && !isField) return [];
      const [x, y] = transformPoint(handle.map, handle.x, handle.y);
      const mark = handle.role !== "vertex" ? handle.role : isLong ? "plain" : "ticks";
      return [{ definition: name, index, x, y, mark, handle }];
    });
  });
}
