// Puts a Brotli and a gzip copy beside every text of the built page that gains by it; the server sends the one a browser takes.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const TEXT = /\.(js|mjs|css|html|svg|json|txt|wasm)$/
const LEAST = 1000 // bytes

const dist = fileURLToPath(new URL('../dist', import.meta.url))
const files = readdirSync(dist, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile() && TEXT.test(entry.name))
for (const entry of files) {
  const path = join(entry.parentPath ?? entry.path, entry.name)
  const bytes = readFileSync(path)
  if (bytes.length < LEAST) continue
  const quality = bytes.length > 1_000_000 ? 7 : 11
  writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }))
  writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
}
