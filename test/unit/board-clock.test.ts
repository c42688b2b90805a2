// Clocks that are set, devices that sleep, pages that come back: what stands at the board stays right, or says that it cannot know.
import { expect } from 'chai';
import { CLOCK_SLACK_MS, clockSetBy, leftS, movedBoard, pressMoment } from '~/core/hands/board';
import { type Board, EMPTY_BOARD } from '~/core/keep/model';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const REACH = 1500;
const EACH_S = 12;

/** A device with its two clocks, and a page on it. */
class Device {
  wallMs = 1_900_000_000_000;
  steadyMs = 5000;
  hidden = false;
  private last = this.read();
  board: Board = EMPTY_BOARD;
  read() {
    return { wallMs: this.wallMs, steadyMs: this.steadyMs, hidden: this.hidden };
  }
  /** Time goes by, told to the page ten times a second. */
  wait(ms: number): void {
    for (let left = ms; left > 0; left -= 100) {
      const d = Math.min(100, left);
      this.wallMs += d;
      this.steadyMs += d;
      this.tick();
    }
  }
  /** It is told to the page what both clocks say. */
  tick(): void {
    const read = this.read();
    const by = clockSetBy(this.last, read);
    this.last = read;
    if (by !== 0) this.board = movedBoard(this.board, by);
  }
  setClock(byMs: number): void {
    this.wallMs += byMs;
    this.tick();
  }
  sleep(ms: number): void {
    this.hidden = true;
    this.tick();
    this.wallMs += ms;
    this.hidden = false;
    this.tick();
  }
  /** A new page counts from nothing, and knows only what is kept. @param clockMs by how much the clock is set meanwhile */
  reload(clockMs = 0): void {
    this.wallMs += clockMs;
    this.steadyMs = 0;
    this.last = this.read();
  }
  down(): void {
    this.board = {
      ...this.board,
      at: { fact: 'f', setDowns: 0, downMs: this.wallMs + REACH, unsure: false },
      hotSinceMs: this.wallMs,
    };
  }
  press() {
    return pressMoment(this.board.at, EACH_S, this.wallMs, REACH);
  }
}

describe('board: a press under way', () => {
  const jumps = [3000, -3000, 30_000, -HOUR, -DAY, 600, -600];
  for (const jump of jumps)
    it(`says lift on time when the clock is set by ${jump / 1000} s, whenever that is`, () => {
      for (const at of [200, 1400, 1600, 7000, 13_300]) {
        const d = new Device();
        d.down();
        d.wait(at);
        d.setClock(jump);
        const toGoMs = REACH + EACH_S * 1000 - at;
        const now = d.press();
        expect(now.state, `${at}`).to.equal(at < REACH ? 'reach' : 'down');
        expect('leftS' in now && now.leftS * 1000, `${at}`).to.be.closeTo(toGoMs, 1);
        d.wait(toGoMs - 200);
        expect(d.press().state).to.equal('down');
        d.wait(300);
        expect(d.press().state).to.equal('out');
        // A reload afterwards finds it as it is.
        d.reload();
        expect(d.press().state).to.equal('out');
      }
    });

  it('says that nobody can know when the clock is ahead by an hour or a day all at once: it was set, or the device slept unseen', () => {
    for (const jump of [HOUR, DAY, 61_000]) {
      const d = new Device();
      d.down();
      d.wait(4000);
      d.setClock(jump);
      expect(d.press().state).to.equal('unknown');
      d.wait(20_000);
      d.reload();
      expect(d.press().state).to.equal('unknown');
      // The next place counts anew.
      d.down();
      expect(d.press().state).to.equal('reach');
    }
  });

  it('keeps its place through a reload, and a clock set before it', () => {
    const d = new Device();
    d.down();
    d.wait(4000);
    d.setClock(-HOUR);
    d.wait(1000);
    d.reload();
    const now = d.press();
    expect('leftS' in now && now.leftS).to.be.closeTo(EACH_S + 1.5 - 5, 0.01);
  });

  it('says that nobody can know once the clock went back while no page counted; never “set it down” for an hour', () => {
    for (const back of [HOUR, DAY, 3 * 60_000]) {
      const d = new Device();
      d.down();
      d.wait(4000);
      d.reload(-back);
      expect(d.press().state).to.equal('unknown');
      d.wait(30_000);
      expect(d.press().state).to.equal('unknown');
    }
  });

  it('that lay through a sleep is over, and by how much is told; forward over a reload likewise', () => {
    const d = new Device();
    d.down();
    d.wait(4000);
    d.sleep(HOUR);
    const now = d.press();
    expect(now.state).to.equal('out');
    expect('overS' in now && now.overS).to.be.closeTo(3600 + 4 - EACH_S - REACH / 1000, 0.2);
    const e = new Device();
    e.down();
    e.wait(4000);
    e.reload(DAY);
    expect(e.press().state).to.equal('out');
  });

  it('neither zone nor summer time touch it: moments are counted, not told by the sun', () => {
    const zone = process.env['TZ'];
    const d = new Device();
    // The hour in which clocks in much of Europe went back, 25 October 2026 at 01:00 UTC.
    d.wallMs = Date.UTC(2026, 9, 25, 0, 59, 55);
    d.reload();
    d.down();
    try {
      for (const tz of ['Europe/Berlin', 'America/New_York', 'Asia/Kolkata']) {
        process.env['TZ'] = tz;
        d.wait(3000);
      }
    } finally {
      if (zone === undefined) delete process.env['TZ'];
      else process.env['TZ'] = zone;
    }
    const now = d.press();
    expect('leftS' in now && now.leftS).to.be.closeTo(EACH_S + 1.5 - 9, 0.01);
  });
});

describe('board: what cools and dries', () => {
  it('stays as long as it was when the clock is set by seconds, hours or days; a sleep lets it run on', () => {
    for (const jump of [3000, -3000, HOUR, -HOUR, DAY, -DAY]) {
      const d = new Device();
      d.board = {
        ...d.board,
        timers: [{ id: 't', kind: 'cool', pieceIds: ['a'], startedMs: d.wallMs, seconds: 90 }],
        hotSinceMs: d.wallMs,
      };
      d.wait(30_000);
      d.setClock(jump);
      expect(leftS(d.board.timers[0]!, d.wallMs), `${jump}`).to.be.closeTo(60, 0.01);
      d.reload();
      d.wait(10_000);
      expect(leftS(d.board.timers[0]!, d.wallMs)).to.be.closeTo(50, 0.01);
      expect(d.wallMs - d.board.hotSinceMs!).to.be.closeTo(40_000, 10);
      d.sleep(45_000);
      expect(leftS(d.board.timers[0]!, d.wallMs)).to.be.closeTo(5, 0.01);
    }
  });

  it('small steps, by which clocks are drawn to the right time, are no setting', () => {
    const read = (wallMs: number, steadyMs: number, hidden = false) => ({ wallMs, steadyMs, hidden });
    expect(clockSetBy(read(0, 0), read(100 + CLOCK_SLACK_MS, 100))).to.equal(0);
    expect(clockSetBy(read(0, 0), read(101 + CLOCK_SLACK_MS, 100))).to.equal(CLOCK_SLACK_MS + 1);
    // Back is never a sleep.
    expect(clockSetBy(read(0, 0, true), read(-5000, 100))).to.equal(-5100);
    expect(clockSetBy(read(0, 0, true), read(60_000, 100))).to.equal(0);
  });
});
