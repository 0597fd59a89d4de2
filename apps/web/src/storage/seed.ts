import { bumperBay } from "../sample/bumper-bay";
import { driftwoodDogleg } from "../sample/driftwood-dogleg";
import { footbridgeFalls } from "../sample/footbridge-falls";
import { gullHarbour } from "../sample/gull-harbour";
import { mirrorPonds } from "../sample/mirror-ponds";
import { paperLanterns } from "../sample/paper-lanterns";
import { ricochetReef } from "../sample/ricochet-reef";
import { rippleRings } from "../sample/ripple-rings";
import { softwaterBunkers } from "../sample/softwater-bunkers";
import { windmillWalk } from "../sample/windmill-walk";
import { type Database, sheets } from "./schema";
import { createSheet } from "./sheets";

const SAMPLES = [
  driftwoodDogleg,
  windmillWalk,
  footbridgeFalls,
  gullHarbour,
  paperLanterns,
  mirrorPonds,
  rippleRings,
  ricochetReef,
  softwaterBunkers,
  bumperBay,
];

/** Puts the sample sheets into a database that never held a sheet; deleted ones count, so none comes back by itself. */
export async function seedSamples(db: Database): Promise<void> {
  const held = await db.select({ id: sheets.id }).from(sheets).limit(1);
  if (held.length === 0) for (const sample of SAMPLES) await createSheet(db, sample);
}
