/** Lane 6 of Puttlane: ponds that overlap, and what the course makes of their regions. */
export const mirrorPonds = {
  name: "Mirror Ponds",
  note: "Puttlane · lane 6",
  script: `// Mirror Ponds: every region of overlapping water, by the ponds that it lies in
plan 240 by 180, y down, unit px
tolerance 0.1

shift = 0 from -20 to 20
mill  = circle((92 + shift, 74), radius: 48)
reed  = ellipse((142, 76), rx: 54, ry: 38)
duck  = circle((116, 118), radius: 42)

// An odd number of ponds: deep water, with dry land between.
water = mill xor reed xor duck
// Where the duck pond overlaps another the ball slows down.
mud   = (mill union reed) intersection duck

emit water as json, decimals 2, to "ponds.json"
`,
};
