/** Lane 4 of Puttlane: a coast and its ball stops as they came from a map, attached to the sheet. */
export const gullHarbour = {
  name: "Gull Harbour",
  note: "Puttlane · lane 4",
  script: `// Gull Harbour: imported outlines, on a plan whose y grows upwards as theirs does
plan 420 by 300, y up, unit m
tolerance 0.1

coast   = outline("coast.wkt")
stops   = points("stops.csv")

// The badge came as path data; fit puts it where it is wanted.
badge   = path("M 12 0 C 18 0 24 6 24 12 S 18 24 12 24 S 0 18 0 12 S 6 0 12 0 Z M 12 7 L 7 16 H 17 Z", fill: evenodd)
  .fit((366, 22), width: 36, height: 36)

reach   = 13 from 6 to 30
buoys   = circle((0, 0), radius: reach).place(stops)
pier    = polygon((188, 6), (206, 6), (212, 96), (182, 96))
harbour = union (coast, pier) difference (buoys, badge)

ball    = probe(harbour, at: stops)
emit harbour as wkt, decimals 2, to "harbour.wkt"
`,
  attachments: [
    { name: "coast.wkt", content: `POLYGON ((${coast().join(", ")}))\n` },
    { name: "stops.csv", content: "x,y\n92,150\n150,222\n236,236\n318,178\n300,96\n128,92\n" },
  ],
};

/** A coast of 640 vertices: a bay with headlands, made of a few waves so that it is the same everywhere. */
function coast(): string[] {
  const count = 640;
  const places = Array.from({ length: count }, (_, i) => {
    const t = (2 * Math.PI * i) / count;
    const waves =
      0.16 * Math.sin(3 * t + 0.6) +
      0.07 * Math.sin(7 * t + 2) +
      0.025 * Math.sin(23 * t) +
      0.012 * Math.sin(61 * t + 1);
    const bay = 0.38 * Math.exp(-6 * (1 + Math.sin(t)));
    const reach = 1 + waves - bay;
    return `${(204 + 158 * reach * Math.cos(t)).toFixed(2)} ${(158 + 106 * reach * Math.sin(t)).toFixed(2)}`;
  });
  return [...places, places[0]];
}
