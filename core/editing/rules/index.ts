import type { Rule } from '../rule';
import { cutsAndFramesRule } from './cutsAndFrames';
import { endsRule } from './ends';
import { ownLineRule } from './ownLine';
import { placesRule } from './places';
import { radiusRule } from './radius';
import { roomsRule } from './rooms';
import { twinsRule } from './twins';

/**
 * The rules of the document, in the order in which they are asked: first what is copied and cleared, then sizes, then
 * places, which depend on sizes; last what refuses.
 */
export const RULES: readonly Rule[] = [
  twinsRule,
  ownLineRule,
  cutsAndFramesRule,
  endsRule,
  radiusRule,
  roomsRule,
  placesRule,
];
