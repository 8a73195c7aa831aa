/** The day on which a request comes, as the server's clock has it in UTC. */
export const today = (): string => new Date().toISOString().slice(0, 10);
