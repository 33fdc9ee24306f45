export function bundleTo(workspace: string, entries: Record<string, string>, outdir?: string): Promise<void>
export function bundleServer(outdir?: string): Promise<void>
