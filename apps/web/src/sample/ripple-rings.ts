/** Lane 7 of Puttlane: an exclusive or that falls into many pieces, some of them with holes. */
export const rippleRings = {
  name: "Ripple Rings",
  note: "Puttlane · lane 7",
  script: `// Ripple Rings: where two sets of ripples meet, only what lies in one of them stays wet
plan 260 by 180, y down, unit px
tolerance 0.05

reach  = 64 from 40 to 80
left   = (ring((96, 90), outer: reach, inner: reach - 18), ring((96, 90), outer: 30, inner: 16))
right  = (ring((164, 90), outer: reach, inner: reach - 18), ring((164, 90), outer: 30, inner: 16))
bridge = rect((70, 82), width: 120, height: 16, rx: 8)
wet    = (left union right) xor bridge
crests = left xor right

emit wet as svg-path, decimals 3, to "ripples.svg"
`,
};
