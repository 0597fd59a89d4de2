/** Lane 8 of Puttlane: outlines derived from outlines: rounded corners, bumpers on one side, hatching, insets. */
export const bumperBay = {
  name: "Bumper Bay",
  note: "Puttlane · lane 8",
  script: `// Bumper Bay: the lane's corners are rounded, its bumper lies inside, the rough is hatched
plan 300 by 200, y down, unit px
tolerance 0.05

corner = 16 from 4 to 30
bank   = 7 from 3 to 12
lane   = polygon((24, 24), (276, 24), (276, 112), (176, 112), (176, 176), (24, 176)).round(corner)
bumper = lane.stroke(2 * bank, side: right)
rough  = rect((196, 128), width: 80, height: 48).chamfer(14, corners: (1, 3))
stubble = rough.hatch(6, angle: 40deg)
pond   = smooth((70, 64), (112, 56), (124, 88), (98, 112), (62, 98), close: yes)
waves  = pond.insets(7)
rope   = lane.stroke(2.5, join: round, cap: round, dash: (9, 6))
reach  = pond.enclose()
clear  = (lane difference (bumper, pond)).inscribe()

emit bumper as svg-path, decimals 3, to "bumper.svg"
`,
};
