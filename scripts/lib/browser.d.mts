export const launchOptions: { readonly executablePath: string; readonly args: string[] };
