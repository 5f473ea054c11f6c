import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { atRest, noLonger, whenIdle } from '../../../app/utils/idle';

describe('what waits for the hand to rest', () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.runAllTimers();
    vi.useRealTimers();
  });

  it('runs once, in order, when nothing has changed for a while', () => {
    const ran: string[] = [];
    const [a, b] = [
      () => {
        ran.push('a');
      },
      () => {
        ran.push('b');
      },
    ];
    for (let n = 0; n < 5; n++) {
      whenIdle(a);
      whenIdle(b);
      vi.advanceTimersByTime(200);
      expect(ran).toEqual([]);
      expect(atRest()).toBe(false);
    }
    vi.advanceTimersByTime(150);
    expect(ran).toEqual(['a', 'b']);
    expect(atRest()).toBe(true);
    vi.advanceTimersByTime(5000);
    expect(ran).toHaveLength(2);
  });

  it('waits anew where something changes between one and the next', () => {
    const ran: string[] = [];
    const later = (): void => {
      ran.push('later');
    };
    whenIdle(() => {
      ran.push('first');
      whenIdle(() => {
        ran.push('third');
      });
    });
    whenIdle(later);
    vi.advanceTimersByTime(310);
    expect(ran).toEqual(['first']);
    vi.advanceTimersByTime(310);
    expect(ran).toEqual(['first', 'later', 'third']);
  });

  it('does not run what was taken back', () => {
    const run = vi.fn();
    whenIdle(run);
    noLonger(run);
    vi.advanceTimersByTime(1000);
    expect(run).not.toHaveBeenCalled();
  });
});
