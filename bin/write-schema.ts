// Writes docs/piece.schema.json from the rules in core/piece. Run with `npm run schema` after changing them.
import { writeFileSync } from 'node:fs';
import { pieceJsonSchema } from '#core/piece/jsonSchema';

writeFileSync(new URL('../docs/piece.schema.json', import.meta.url), `${JSON.stringify(pieceJsonSchema(), null, 2)}\n`);
