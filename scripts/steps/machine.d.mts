export const machine: { flags: string[]; env: Record<string, string> };
