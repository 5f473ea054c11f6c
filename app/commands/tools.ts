import { useView, type Tool } from '~/stores/view';
import type { Command } from './kind';

/** The tools that have a key of their own. */
const TOOLS: readonly { readonly tool: Tool; readonly label: string; readonly key: string }[] = [
  { tool: 'pick', label: 'Select', key: '1' },
  { tool: 'letter', label: 'Set lettering', key: '2' },
  { tool: 'circle', label: 'Draw a circle', key: '3' },
  { tool: 'arc', label: 'Draw an arc', key: '4' },
];

/** Taking a tool in hand, and looking at the whole sheet. */
export function toolCommands(sheet: () => { readonly widthMm: number; readonly heightMm: number } | null) {
  const view = useView();
  const tools = TOOLS.map(({ tool, label, key }): readonly [Tool, Command] => [
    tool,
    {
      label,
      keys: [key],
      applies: () => true,
      run: () => {
        view.tool = tool;
      },
    },
  ]);
  const fitSheet: Command = {
    label: 'Show the whole sheet',
    keys: ['0'],
    applies: () => sheet() !== null,
    run: () => view.fit(sheet()!),
  };
  return { ...(Object.fromEntries(tools) as Record<'pick' | 'letter' | 'circle' | 'arc', Command>), fitSheet };
}
