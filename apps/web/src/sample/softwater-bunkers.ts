/** Lane 10 of Puttlane: bunkers blended into each other, composed of distances. */
export const softwaterBunkers = {
  name: "Softwater Bunkers",
  note: "Puttlane · lane 10",
  script: `// Softwater Bunkers: hollows that run into each other, composed of distances
plan 320 by 240, y down, unit px
tolerance 0.1

soft    = 26 from 4 to 48
lane    = distance(rect((24, 30), width: 272, height: 180, rx: 30))
hollow  = distance(circle((112, 104), radius: 34))
deep    = distance(ellipse((196, 136), rx: 44, ry: 28))
gutter  = distance(capsule((60, 178), (150, 186), radius: 9))
bunkers = blend(blend(hollow, deep, radius: soft), gutter, radius: soft)

posts   = distance(circle((232, 62), radius: 4)).around((252, 76), 7)
green   = blend(lane, bunkers, radius: 10, as: without) difference posts
rim     = contour(bunkers, at: 6)
relief  = field(green, cell: 1, reach: 40)

emit rim as svg, decimals 2, to "rim.svg"
`,
};
