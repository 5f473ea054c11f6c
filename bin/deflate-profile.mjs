// Writes profiles/NAME.icc.zlib: each profile as print files hold it (zlib, RFC 1950), so that it is not compressed
// anew for each. The same compression as that of the rest of the file.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { zlibSync } from 'fflate';

const folder = fileURLToPath(new URL('../profiles/', import.meta.url));
for (const name of readdirSync(folder).filter((one) => one.endsWith('.icc')))
  writeFileSync(`${folder}${name}.zlib`, zlibSync(readFileSync(folder + name)));
