export const forNode: string[];
export function esbuildMain(root?: string): string[];
export function esbuildBeside(): string[];
export function esbuildTools(): string[];
export function esbuildVisitor(root: string): string[];
export function esbuildElsewhere(root: string): string[];
export function esbuildSandbox(root?: string): string[];
