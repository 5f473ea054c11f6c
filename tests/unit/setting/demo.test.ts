import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { settingOf } from '#core/setting/settingOf';
import { settledPiece } from '#core/editing/transact';
import { parsePiece } from '#core/piece/read';
import { isLettering } from '#core/piece/types';
import { evennessOf } from '#core/setting/space/trueGaps';
import { faces, HOME } from '../../support/pieces';

const files = readdirSync(`${HOME}demo`).filter((name) => name.endsWith('.json'));

describe('the demo pieces', () => {
  it.each(files)('are spaced so that a letterer leaves them, and are as they settle: %s', async (file) => {
    const all = await faces(),
      read = parsePiece(readFileSync(`${HOME}demo/${file}`, 'utf8'));
    if (!read.ok) throw new Error(read.problem.message);
    expect(settledPiece(read.value, { faces: all })).toBe(read.value);
    for (const item of read.value.items) {
      if (!isLettering(item)) continue;
      const set = settingOf(item, tracksOf(read.value), all);
      if (!set.ok) throw new Error(set.problem.message);
      expect(evennessOf(set.value) ?? 100, item.wording).toBeGreaterThanOrEqual(90);
      expect(set.value.notes).toEqual([]);
    }
  });
});
