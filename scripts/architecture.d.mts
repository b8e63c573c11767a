export function checkArchitecture(root: string): string[]
