/** The one piece of the platform used here; browsers, workers and Node all have it. */
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean });
  decode(input: Uint8Array): string;
}
