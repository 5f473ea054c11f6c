// `npm run evenness`: what evening out makes of ten words in five faces, capitals of 8 mm on a ring of 20 mm.
import type { Face } from '#core/type/face';
import { evenOut } from '#core/setting/evenOut';
import { setLettering } from '#core/setting/setLettering';
import { evennessOf } from '#core/setting/trueGaps';
import { circle, faces, lettering, spacing, track } from '../support/pieces';

const FACES = ['limelight', 'league-gothic', 'zilla-slab-bold', 'alfa-slab-one', 'playfair-display-bold'];
const WORDS = ['OTTERMERE', 'LIGHT RAILWAY', 'STEAM SEDGE SEA', 'AVOCET WATCH', 'TIDAL FERRY', 'MARMALADE', 'LOYALTY AWARD', 'FIFTY SEASONS', 'KEEPER OF THE TIDE', 'WAVE HALT'];
const all = await faces();
const ring = track(circle(20));

function row(wording: string, face: Face): string {
  const what = lettering(wording, { faceId: face.id, size: { by: 'cap', mm: 8 }, spacing: spacing({ evenOut: 1 }) });
  const before = setLettering(what, ring, face), after = setLettering(what, ring, face, [], evenOut(what, ring, face));
  return before.ok && after.ok ? `${evennessOf(before.value)!.toFixed(0)} → ${evennessOf(after.value)!.toFixed(0)}` : 'cannot be set';
}
console.log(`| evenness, % | ${FACES.map((id) => all.get(id)!.name).join(' | ')} |\n| --- |${' --- |'.repeat(FACES.length)}`);
for (const wording of WORDS) console.log(`| ${wording} | ${FACES.map((id) => row(wording, all.get(id)!)).join(' | ')} |`);
