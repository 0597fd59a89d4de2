/** Lane 1 of Puttlane, a made-up mini-golf game: the sheet that is there on the first start. */
export const driftwoodDogleg = {
  name: "Driftwood Dogleg",
  note: "Puttlane · lane 1",
  script: `// Driftwood Dogleg: a lane with a bend
plan 320 by 310, y down, unit px
tolerance 0.05

bank  = 42 from 12 to 60
tee   = (62, 232)
cup   = (232, 72)
elbow = (cup.x, tee.y)

lane  = capsule(tee, elbow, radius: bank)
  union capsule(elbow, cup, radius: bank)
pond  = path("M 120 232 C 118 208 150 204 163 216
  S 190 214 192 232 S 178 258 160 254 S 122 254 120 232 Z")
stone = regular(11, at: (232, 140), radius: 10).rotate(12deg)
hole  = circle(cup, radius: 6)
green = lane difference (pond, stone, hole)

ball  = probe(green, at: ((150, 200), (232, 140), (100, 150)))
wall  = field(green, cell: 1, reach: 48)
emit green as c-array, decimals 3, to "dogleg.h"
`,
};
