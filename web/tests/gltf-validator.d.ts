declare module 'gltf-validator' {
  export function validateBytes(
    bytes: Uint8Array,
    options?: { maxIssues?: number },
  ): Promise<{ issues: { numErrors: number; messages: { severity: number; code: string; message: string }[] } }>;
}
