import { safeError } from './refusal/safeError';

/** Why a server cannot listen, in a sentence that says what to do, by the system's code. */
const LISTENING: Readonly<Record<string, (address: string) => string>> = {
  EADDRINUSE: (at) => `${at} is taken by another program. Set PORT to another number, or end that program.`,
  EADDRNOTAVAIL: (at) => `${at} is no address of this machine. Set HOST to one that it has, or to 0.0.0.0 for all.`,
  EACCES: (at) => `This user may not listen on ${at}. Set PORT to a number from 1024 on.`,
  ENOTFOUND: (at) => `${at} is no name that is known here. Set HOST to an address of this machine.`,
  EAI_AGAIN: (at) => `${at} cannot be looked up now. Set HOST to an address of this machine in numbers.`,
  EINVAL: (at) => `${at} is no address to listen on. Set HOST to one of this machine's.`,
};

/** Why a server does not start, in a sentence. */
export function startRefusal(error: unknown): string {
  const { code, address, hostname, port, syscall } = error as {
    code?: string;
    address?: string;
    hostname?: string;
    port?: number;
    syscall?: string;
  };
  if (code !== undefined && (syscall === 'listen' || syscall === 'getaddrinfo' || syscall === 'bind')) {
    const at = [address ?? hostname, port].filter((part) => part !== undefined).join(':');
    const words = LISTENING[code];
    if (words !== undefined) return words(at);
  }
  const { message, codes } = safeError(error);
  if (codes.includes('ECONNREFUSED')) return 'The database does not answer. Start it, or name another in DATABASE_URL.';
  return message;
}
