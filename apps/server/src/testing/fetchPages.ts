import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestServer } from './testServer';

type Agent = ReturnType<TestServer['agent']>;

const collect = (res: NodeJS.ReadableStream, done: (e: Error | null, b: Buffer) => void): void => {
  const chunks: Buffer[] = [];
  res.on('data', (c: Buffer) => chunks.push(c));
  res.on('end', () => done(null, Buffer.concat(chunks)));
};

/** The bytes of a download, and the name it is given. */
export async function fetchFile(agent: Agent, path: string): Promise<{ readonly bytes: Buffer; readonly disposition: string }> {
  const response = await agent.get(path).buffer(true).parse(collect as never).expect(200);
  return { bytes: response.body as Buffer, disposition: String(response.headers['content-disposition']) };
}

/** A PDF as poppler's programs read it. */
export async function fetchPdf(agent: Agent, path: string): Promise<{ readonly text: string; readonly info: string; readonly fonts: string; readonly disposition: string }> {
  const { bytes, disposition } = await fetchFile(agent, path);
  const folder = mkdtempSync(join(tmpdir(), 'cifra-pdf-'));
  const file = join(folder, 'page.pdf');
  writeFileSync(file, bytes);
  try {
    const run = (program: string, ...args: string[]): string => execFileSync(program, args, { encoding: 'utf8' });
    return { text: run('pdftotext', '-layout', file, '-'), info: run('pdfinfo', file), fonts: run('pdffonts', file), disposition };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
