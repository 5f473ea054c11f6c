import pieces from './001-pieces';
import images from './002-images';
import faces from './003-faces';
import outputs from './004-outputs';
import heads from './005-heads';
import pictures from './006-pictures';
import rasters from './007-rasters';
import append from './008-append';
import profiles from './009-profiles';

/** In order; each is run once. The number of a migration is its place in this list, from 1. */
export const MIGRATIONS: readonly string[] = [
  pieces,
  images,
  faces,
  outputs,
  heads,
  pictures,
  rasters,
  append,
  profiles,
];
