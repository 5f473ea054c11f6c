import { FILE_FORMATS } from '#core/output/formats/index';
import type { Options } from './options';
import { complain, say } from './report';

const COLUMN = 38;
const formats = Object.values(FILE_FORMATS)
  .map(({ ending, help }) => `${`  under-arc render PIECE OUT.${ending}`.padEnd(COLUMN)}  ${help}`)
  .join('\n');

const HELP = `Under Arc on the command line

${formats}
      a sheet of copies of those that are drawn: --paper=320x450 [--margin=10] [--gutter=4] [--nested] [--turned]
      [--cutlines] [--copies=12]; other pieces on the same sheet: [--with=OTHER:4 …]; [--back=BACK] after a piece
      is what stands on its back, by work and turn
  under-arc series PIECE TABLE.csv OUT.pdf|OUT.zip
                                        a piece for every row, on sheets or a PDF each [--paper=320x450 …] [--marks]
      [--map=COLUMN=WORDS …] gives a column to the lettering with these words
      or the picture of this name, [--file=COLUMN] names the files, [--quantity=COLUMN] says how many of each row;
      [--pages] makes a page of each row; [--trap=0.1] and [--standard=x1a] as for a PDF. Pictures lie beside the table
  under-arc check PIECE                 says what is wrong with a piece, or that nothing is
  under-arc help                        this text

PIECE is a piece file, .json or with its typefaces and pictures .zip; pictures of a .json lie in a folder images beside
it. The first row of TABLE.csv names the columns; each is given to the lettering with the same words, or in their order.

Ends with 0 when all went well, 1 when the piece has a problem, 2 when the call was not understood.
`;

/** Reads the options of a call and runs it; 2 where they are wrong. */
async function withOptions(switches: readonly string[], run: (options: Options) => Promise<number>): Promise<number> {
  const { readOptions } = await import('./options');
  const options = readOptions(switches);
  if (typeof options !== 'string') return run(options);
  complain([{ code: 'wrong-option', message: options }]);
  return 2;
}

/**
 * A command of the command line: how many names it takes, and what it does. Its program is loaded when it is called.
 */
interface Command {
  readonly names: number;
  readonly run: (names: readonly string[], switches: readonly string[]) => Promise<number>;
}

const COMMANDS: Readonly<Record<string, Command>> = {
  render: {
    names: 2,
    run: ([from, to], switches) =>
      withOptions(switches, async (options) => (await import('./commands/render')).render(from!, to!, options)),
  },
  series: {
    names: 3,
    run: ([from, list, to], switches) =>
      withOptions(switches, async (options) => (await import('./commands/series')).series(from!, list!, to!, options)),
  },
  check: {
    names: 1,
    run: async ([from], switches) =>
      switches.length > 0 ? misunderstood() : (await import('./commands/check')).check(from!),
  },
};

function misunderstood(): number {
  process.stderr.write(HELP);
  return 2;
}

/** Runs one command and gives the exit code. */
export async function main([name = '', ...rest]: readonly string[]): Promise<number> {
  if (['help', '--help', '-h'].includes(name)) {
    say(HELP);
    return 0;
  }
  const names = rest.filter((arg) => !arg.startsWith('--')),
    switches = rest.filter((arg) => arg.startsWith('--'));
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name]! : null;
  return command?.names === names.length ? command.run(names, switches) : misunderstood();
}
