// `npm run kill [ROUNDS]`: the browser is killed at random moments while somebody types and the server is out of reach. Prints
// how old the youngest edit was that was lost in each round; none may be older than 100 ms.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { killedWhileTyping } from '../e2e/killing';
import { made, Server } from '../e2e/support';
import { circle, curve, lettering, piece } from '../support/pieces';

const rounds = Number(process.argv[2] ?? 100);
const server = await Server.start();
let worst = 0;
for (let round = 0; round < rounds; round++) {
  const profile = mkdtempSync(join(tmpdir(), 'under-arc-kill-'));
  const id = await made(server, piece([curve(circle(30)), lettering('T')]));
  const { typed, found, lostMs } = await killedWhileTyping(server, id, profile, 400 + Math.random() * 1500);
  worst = Math.max(worst, lostMs);
  console.log(`round ${round + 1}: ${typed} edits, ${found} there, the oldest lost was ${lostMs.toFixed(0)} ms old`);
  rmSync(profile, { recursive: true, force: true });
}
await server.end();
console.log(`the oldest edit lost in ${rounds} rounds was ${worst.toFixed(0)} ms old`);
process.exit(worst > 100 ? 1 : 0);
