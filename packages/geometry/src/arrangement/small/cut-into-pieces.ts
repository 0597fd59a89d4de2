import {
  count,
  crossing,
  firstEdge,
  firstTo,
  layerOf,
  next,
  onEdge,
  onFirst,
  pieceFrom,
  pieceLayer,
  pieceTo,
  secondEdge,
  secondTo,
  x,
  y,
} from "./workspace";

/** Cuts edges into pieces at their crossings. */
export function cutIntoPieces(): void {
  const { vertices } = count;
  onFirst.fill(0, 0, vertices + 1);
  for (let c = 0; c < count.crossings; c++) {
    onFirst[firstEdge[c] + 1]++;
    onFirst[secondEdge[c] + 1]++;
  }
  for (let e = 0; e < vertices; e++) onFirst[e + 1] += onFirst[e];
  // Filled from behind, then set back to the beginnings.
  for (let c = 0; c < count.crossings; c++) {
    onEdge[--onFirst[firstEdge[c] + 1]] = c;
    onEdge[--onFirst[secondEdge[c] + 1]] = c;
  }
  for (let e = 0; e < vertices; e++) onFirst[e] = onFirst[e + 1];
  onFirst[vertices] = 2 * count.crossings;
  for (let e = 0; e < vertices; e++) {
    const begin = onFirst[e];
    const end = onFirst[e + 1];
    if (begin === end) {
      pieceFrom[e + begin] = e;
      pieceTo[e + begin] = next[e];
      pieceLayer[e + begin] = layerOf[e];
      continue;
    }
    sortAlong(e, begin, end);
    for (let k = begin; k <= end; k++) {
      const p = e + k;
      pieceFrom[p] = k === begin ? e : vertices + onEdge[k - 1];
      pieceTo[p] = k === end ? next[e] : vertices + onEdge[k];
      pieceLayer[p] = layerOf[e];
      if (k === end) continue;
      if (firstEdge[onEdge[k]] === e) firstTo[onEdge[k]] = p;
      else secondTo[onEdge[k]] = p;
    }
  }
}

/** Crossings along an edge: they are clear of each other, so either coordinate that goes further tells their order. */
function sortAlong(e: number, begin: number, end: number): void {
  const isWide = Math.abs(x[next[e]] - x[e]) >= Math.abs(y[next[e]] - y[e]);
  const places = isWide ? crossing.x : crossing.y;
  const start = isWide ? x[e] : y[e];
  for (let k = begin + 1; k < end; k++) {
    const c = onEdge[k];
    const far = Math.abs(places[c] - start);
    let at = k;
    for (; at > begin && Math.abs(places[onEdge[at - 1]] - start) > far; at--) onEdge[at] = onEdge[at - 1];
    onEdge[at] = c;
  }
}
