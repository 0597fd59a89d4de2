/** Lane 2 of Puttlane: a windmill of one blade placed five times, and ball stops along trails. */
export const windmillWalk = {
  name: "Windmill Walk",
  note: "Puttlane · lane 2",
  script: `// Windmill Walk: functions, repetition and trails
plan 320 by 240, y down, unit px
tolerance 0.05

hub    = (92, 116)
reach  = 62 from 40 to 80
blades = 5 from 3 to 9

fn blade(length, facing) =
  polygon(hub + polar(12, facing - 30deg), hub + polar(length, facing - 8deg),
    hub + polar(length, facing + 10deg), hub + polar(14, facing + 40deg), round: 1)

mill   = union (each k from 1 to blades: blade(reach, k * 1turn / blades))
axle   = circle(hub, radius: 8)
wheel  = (mill union circle(hub, radius: 20)) difference axle

pond   = trail(from: (206, 46), facing: 0deg, legs: 11 of (22, bend: 360deg / 11), close: yes)
bridge = rect(at: pond.centre, width: 16, height: 96, rx: 4)
rest   = pond difference bridge

stops  = each k from 0 to 4: circle((196 + 24 * k, 100% - 34), radius: 4 + k)
track  = trail(from: (196, 166), legs: 2 of (88, (pi * 13, sweep: 180deg)), close: yes)

ball   = probe(wheel, at: (112, 116))
emit wheel as svg-path, decimals 2, to "wheel.txt"
`,
};
