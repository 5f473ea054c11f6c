#!/usr/bin/env node
// The command line: the core, without the app. See `under-arc help`.
import { register } from 'tsx/esm/api';

register();
const { main } = await import('./main.ts');
process.exitCode = await main(process.argv.slice(2));
