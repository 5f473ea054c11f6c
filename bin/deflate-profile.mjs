// Writes profiles/coated.icc.zlib: the profile as print files hold it (zlib, RFC 1950), so that it is not compressed
// anew for each. The same compression as that of the rest of the file.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { zlibSync } from 'fflate';

const path = fileURLToPath(new URL('../profiles/coated.icc', import.meta.url));
writeFileSync(`${path}.zlib`, zlibSync(readFileSync(path)));
