export const builtCore: Readonly<Record<'@norther/core', string>>;
export function buildCore(): Promise<unknown>;
