import type { ChildProcess, StdioOptions } from 'node:child_process';

export function freePort(): Promise<number>;
export function serve(options: {
  port: number;
  host?: string;
  stdio?: StdioOptions;
  dist?: string;
}): Promise<{ child: ChildProcess; url: string }>;
