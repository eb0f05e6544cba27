export function makeDemo(base: string): Promise<void>;
