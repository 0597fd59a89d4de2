/** Lane 3 of Puttlane: everything stands in shares of the plan's box, with fixed margins where they must not scale. */
export const footbridgeFalls = {
  name: "Footbridge Falls",
  note: "Puttlane · lane 3",
  script: `// Footbridge Falls: shares of the box, beside lengths that stay
plan 400 by 240, y down, unit px
tolerance 0.05

margin = 14 from 4 to 40
deck   = 22 from 12 to 40

// The lawn keeps its margin whatever the box; the river crosses it in the middle third.
lawn   = rect((margin, margin), to: (100% - margin, 100% - margin), rx: 18)
bank   = smooth((38%, 0%), (46%, 30%), (40%, 62%), (45%, 100%), (62%, 100%), (56%, 66%), (63%, 34%), (56%, 0%))
river  = bank intersection lawn

// A slope between two shares changes with the box: see Box sizes.
tee    = (12%, 72%)
cup    = (86%, 30%)
path1  = capsule(tee, cup, radius: deck)
bridge = path1 intersection bank
falls  = polygon((40%, 44%), (60%, 44%), (58%, 50%), (42%, 50%))

// Stepping stones stay round, and as far apart as the box lets them.
stones = each k from 0 to 3: circle((45% + 3% * k, 78%), radius: 6)
hole   = circle(cup, radius: 7)
green  = (lawn difference (river, hole)) union bridge
water  = river difference (bridge, stones)

emit green as typescript, decimals 2, to "footbridge.ts"
`,
};
