import type { FigureLine, Grid, MultiPolygon, Path, Ring } from "@vertexon/geometry";
import type { Mark } from "@vertexon/notation";
import { createContext, useCallback, useContext, useEffect, useId, useState, useSyncExternalStore } from "react";
import type { ProbedPoints } from "@/worker/probed-points";
import type { FieldAspect } from "@/worker/questions/field-picture";
import type { Spot } from "@/worker/questions/flattening";

/** What a panel lights up on the plan. */
export interface Lit {
  ring?: number;
  probe?: number;
  vertex?: { subpath: number; index: number };
  /** A probed point, and the nearest place of the outline. */
  place?: { x: number; y: number; foot: { x: number; y: number; distance: number } | null };
  /** The places of the mistake that is pointed at. */
  marks?: readonly Mark[];
}

export interface Place {
  x: number;
  y: number;
}

/** What somebody keeps on the plan: it is drawn, and answers, until they take it away. */
export interface Layer {
  lit?: Lit;
  /** How far apart the contours of a field are, and how far the field reaches, in plan units. */
  contours?: {
    interval: number;
    reach: number;
    /** The distance that is shown, where it is not that to the shape in question, and what of it. */
    of?: string;
    aspect?: FieldAspect;
  };
  ghosts?: { path: Path; lit: boolean }[];
  travel?: { subpath: number; step: number; x: number; y: number; direction: number };
  rays?: { x: number; y: number; to: Float64Array };
  /** Triangles or convex pieces. */
  mesh?: readonly Ring[];
  /** Lines as they are handed off, each vertex with its place in its line, from 0. */
  handed?: readonly FigureLine[];
  /** Points of lists as they are handed off, x y each, with their places, from 0. */
  listed?: readonly Float64Array[];
  /** Places that stand out, x y each. */
  marked?: Float64Array;
  /** Places with their numbers, from 1: x y each. */
  numbered?: Float64Array;
  /** Regions in tones of their own; those that are chosen are filled. */
  regions?: readonly { polygons: MultiPolygon; tone: string; isChosen: boolean }[];
  /** Shapes whose outlines stand out. */
  framed?: readonly string[];
  /** A line that is being clicked, closed or open at its ends; keys take back its last point, or all of it. */
  line?: { points: readonly { x: number; y: number }[]; closed: boolean; onBack(): void; onClear(): void };
  /** Where a click on the plan goes, and where it is taken to be, in place of choosing a shape; false leaves it to that. */
  onPlace?: (x: number, y: number, snapped: { x: number; y: number }) => boolean;
  /** Many probed points; where some are chosen the others fade. */
  cloud?: { points: ProbedPoints; rows: Uint32Array | null };
  /** A frame around some of what is there, by two of its corners. */
  frame?: { x0: number; y0: number; x1: number; y1: number };
  /** What dragging on the plan does, in place of moving it; places are snapped like clicks. */
  onDrag?: {
    hint: string;
    move(from: Place, to: Place): void;
    end(from: Place, to: Place): void;
    cancel(): void;
  };
  /** Hears where the pointer is, snapped like a click; null where it leaves. */
  onHover?: (place: Place | null) => void;
  /** The ray to the right of a place, with what it adds to the winding number at each crossing. */
  ray?: Place & { crossings: readonly { x: number; turn: number }[] };
  /** Short words in regions. */
  tags?: readonly (Place & { text: string })[];
  /** A way, x y each, and where it meets an outline. */
  aimed?: { way: Float64Array; hits: readonly (Place & { normal: Place; effect: string })[] };
  /** Lines along a middle, x y each. */
  traced?: readonly Float64Array[];
  /** A sampled field: its samples as points where there is room, with their values where these can be read. */
  sampled?: { name: string; grid: Grid };
  /** Circles in plan units, the first to the last. */
  circles?: readonly (Place & { radius: number })[];
  /** Straight ways with a word each; those that lead somewhere have a head. */
  ways?: readonly { from: Place; to: Place; text: string; isArrow: boolean }[];
  /** Where an edge is far from its curve. */
  spot?: Spot;
}

/** The layers on the plan, each with its owner: no one changes another's. */
class Layers {
  private readonly owned = new Map<string, Layer>();
  private readonly listeners = new Set<() => void>();
  private all: readonly Layer[] = [];

  /** Puts an owner's layer on top, in the place of the one before; null takes it away. */
  put(owner: string, layer: Layer | null): void {
    if (!layer && !this.owned.has(owner)) return;
    this.owned.delete(owner);
    if (layer) this.owned.set(owner, layer);
    this.all = [...this.owned.values()];
    for (const listener of this.listeners) listener();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly now = (): readonly Layer[] => this.all;
}

const LayersContext = createContext(new Layers());
export const LayersProvider = LayersContext.Provider;

/** The layers of one plan, for its provider. */
export function useOwnLayers(): Layers {
  return useState(() => new Layers())[0];
}

/** From the lowest to the topmost. */
export function useLayers(): readonly Layer[] {
  const { subscribe, now } = useContext(LayersContext);
  return useSyncExternalStore(subscribe, now, now);
}

/** Keeps a layer on the plan for as long as who asks is shown, made anew when `needs` change; null for none. */
export function useLayer(make: () => Layer | null, needs: readonly unknown[]): void {
  const layers = useContext(LayersContext);
  const owner = useId();
  // biome-ignore lint/correctness/useExhaustiveDependencies: `needs` are those of `make`; the linter checks them at each call
  useEffect(() => {
    layers.put(owner, make());
    return () => layers.put(owner, null);
  }, [layers, owner, ...needs]);
}

/** Lights something up while it is pointed at; null ends that, as does going away. */
export function useLight(): (lit: Lit | null) => void {
  const layers = useContext(LayersContext);
  const owner = useId();
  useEffect(() => () => layers.put(owner, null), [layers, owner]);
  return useCallback((lit) => layers.put(owner, lit && { lit }), [layers, owner]);
}
