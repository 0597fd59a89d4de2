/** Lane 9 of Puttlane: where a ball is thrown back, where it may stop, and whether it stays on the green. */
export const ricochetReef = {
  name: "Ricochet Reef",
  note: "Puttlane · lane 9",
  script: `// Ricochet Reef: a putt off the banks, and whether its stops lie on the green
plan 320 by 220, y down, unit px
tolerance 0.1

aim    = 31 from 5 to 85
tee    = (48, 150)
lane   = rect((20, 24), width: 280, height: 172, rx: 46)
reef   = circle((150, 104), radius: 30)
bar    = capsule((206, 70), (236, 150), radius: 9)
green  = lane difference (reef, bar)

course = green.opacity(0.8)
cup    = circle((262, 60), radius: 7)
putt   = green.bounce(from: tee, facing: aim * 1deg, times: 7)
stops  = probe(green, at: lane.scatter(160, seed: 4))

emit putt as json, decimals 2, to "putt.json"
emit stops as csv, decimals 2, to "stops.csv"
emit green as typescript, decimals 2, to "reef.ts"
`,
};
