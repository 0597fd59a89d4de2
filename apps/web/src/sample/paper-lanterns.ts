/** Lane 5 of Puttlane: lantern outlines for a small display, each flattened in another way. */
export const paperLanterns = {
  name: "Paper Lanterns",
  note: "Puttlane · lane 5",
  script: `// Paper Lanterns: the same curves, flattened for what they are used for
plan 320 by 240, y down, unit px
tolerance 0.2

glow   = 30 from 16 to 38
lamp   = path("M 40 130 C 30 60 110 30 120 90 S 150 170 96 176 S 52 180 40 130 Z")

// On the display one unit is two pixels, and the lane is shown at four times its size.
hoop   = circle((196, 70), radius: glow).flatten(pixels: 0.5, magnification: 4, ratio: 2)
// What stops a ball must not let it in: outside.
kerb   = circle((274, 70), radius: glow).flatten(0.4, place: outside)
// Water is counted by its area.
basin  = ellipse((196, 150), rx: 34, ry: 18).flatten(0.4, place: area)
// The shader takes twenty-four corners, whatever they cost.
halo   = ellipse((274, 150), rx: 34, ry: 18).flatten(count: 24)
ribbon = smooth((60, 214), (130, 196), (200, 220), (280, 200), close: no).flatten(turn: 6deg)
sash   = ribbon.stroke(8, cap: round)

emit lamp as c-array, decimals 2, to "lamp.h"
`,
};
