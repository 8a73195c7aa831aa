import { spawnSync } from 'node:child_process';
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
export async function fetchFile(
  agent: Agent,
  path: string,
): Promise<{ readonly bytes: Buffer; readonly disposition: string }> {
  const response = await agent
    .get(path)
    .buffer(true)
    .parse(collect as never)
    .expect(200);
  return { bytes: response.body as Buffer, disposition: String(response.headers['content-disposition']) };
}

/** A PDF as poppler's programs read it. */
export async function fetchPdf(agent: Agent, path: string): Promise<PdfReport & { readonly disposition: string }> {
  const { bytes, disposition } = await fetchFile(agent, path);
  return { ...reportOn(bytes), disposition };
}

/** What poppler's programs say of a PDF. */
export interface PdfReport {
  /** As it lies on the page, and in the order in which it is read. */
  readonly text: string;
  readonly plain: string;
  readonly info: string;
  readonly fonts: string;
  readonly structure: string;
  /** What they complained of. */
  readonly warnings: string;
}

export function reportOn(bytes: Buffer): PdfReport {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-pdf-'));
  const file = join(folder, 'page.pdf');
  writeFileSync(file, bytes);
  try {
    let warnings = '';
    const run = (program: string, ...args: string[]): string => {
      const { stdout, stderr, status } = spawnSync(program, args, { encoding: 'utf8' });
      if (status !== 0) throw new Error(`${program}: ${stderr}`);
      warnings += stderr;
      return stdout;
    };
    const text = run('pdftotext', '-layout', file, '-');
    const read = {
      text,
      plain: run('pdftotext', '-raw', file, '-'),
      info: run('pdfinfo', file),
      fonts: run('pdffonts', file),
      structure: run('pdfinfo', '-struct', file),
    };
    return { ...read, warnings };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
