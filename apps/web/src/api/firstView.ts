import type { FirstView } from '@cifra/contract';

const SHOWN = 'first-view';

/** What a pupil's page already held when it came, with the part as the server engraved it. */
export interface FirstPage extends FirstView {
  readonly svg: string;
}

function read(): FirstPage | undefined {
  const data = document.getElementById(`${SHOWN}-data`)?.textContent;
  const svg = document.querySelector(`#${SHOWN} .sheet`)?.innerHTML;
  return data === undefined || data === null || svg === undefined
    ? undefined
    : { ...(JSON.parse(data) as FirstView), svg };
}
let found: { readonly page: FirstPage | undefined } | undefined;

/** What this page held when it came; nothing where it did not come from the server, or is another. */
export function firstPage(token: string, line: string | undefined): FirstPage | undefined {
  found ??= { page: read() };
  const { page } = found;
  return page?.token === token && page.line === line ? page : undefined;
}

/** Takes away what stood there before the application had come. */
export function endFirstView(): void {
  found ??= { page: read() };
  document.getElementById(SHOWN)?.remove();
}
