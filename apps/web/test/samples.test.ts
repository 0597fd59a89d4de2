import { area, combine, operandOf } from "@vertexon/geometry";
import { type Attachment, type Shape, Sheet } from "@vertexon/notation";
import { driftwoodDogleg } from "../src/sample/driftwood-dogleg";
import { footbridgeFalls } from "../src/sample/footbridge-falls";
import { gullHarbour } from "../src/sample/gull-harbour";
import { mirrorPonds } from "../src/sample/mirror-ponds";
import { paperLanterns } from "../src/sample/paper-lanterns";
import { ricochetReef } from "../src/sample/ricochet-reef";
import { rippleRings } from "../src/sample/ripple-rings";
import { softwaterBunkers } from "../src/sample/softwater-bunkers";
import { windmillWalk } from "../src/sample/windmill-walk";

const evaluated = ({ script, attachments = [] }: { script: string; attachments?: Attachment[] }) => {
  const sheet = new Sheet();
  sheet.attach(attachments);
  return sheet.update(script);
};

test.each([
  driftwoodDogleg,
  windmillWalk,
  footbridgeFalls,
  gullHarbour,
  paperLanterns,
  mirrorPonds,
  rippleRings,
  ricochetReef,
  softwaterBunkers,
])("$name evaluates without a complaint", (sample) => {
  const { diagnostics, definitions } = evaluated(sample);
  expect(diagnostics.map(({ line, message }) => `${line}: ${message}`)).toEqual([]);
  for (const { name, value } of definitions) {
    expect([name, value?.type]).not.toEqual([name, undefined]);
    if (value?.type === "shape") expect([name, value.area > 1]).toEqual([name, true]);
  }
});

test("in Footbridge Falls margins stay and shares scale with the box", () => {
  const lawnIn = (width: number): Shape => {
    const script = footbridgeFalls.script.replace("plan 400 by", `plan ${width} by`);
    return evaluated({ script }).definitions.find(({ name }) => name === "lawn")!.value as Shape;
  };
  const [narrow, wide] = [lawnIn(400), lawnIn(800)];
  expect(wide.area - narrow.area).toBeCloseTo(400 * (240 - 2 * 14), 6);
});

test("in Gull Harbour the coast is the attached one, and the buoys are cut out of it", () => {
  const { definitions } = evaluated(gullHarbour);
  const shape = (name: string) => definitions.find((each) => each.name === name)!.value as Shape;
  expect(shape("coast").vertexCount).toBe(640);
  const { polygons } = combine("intersection", shape("coast").operand, operandOf(shape("harbour").polygons));
  expect(area(polygons)).toBeLessThan(shape("coast").area - 6 * 100);
});
