export function esbuildMain(root?: string): string[];
export function esbuildBeside(): string[];
export function esbuildVisitor(root: string): string[];
export function esbuildApart(root?: string): string[];
