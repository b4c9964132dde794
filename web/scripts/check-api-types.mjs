// Fails if src/api/schema.generated.ts is not what openapi.json gives.
import { readFileSync } from 'node:fs';
import openapiTS, { astToString } from 'openapi-typescript';

const fresh = astToString(await openapiTS(new URL('../openapi.json', import.meta.url)));
const kept = readFileSync(new URL('../src/api/schema.generated.ts', import.meta.url), 'utf8');
const withoutHead = (text) => text.replace(/^\/\*\*[\s\S]*?\*\/\s*/, '').trim();
if (withoutHead(kept) !== withoutHead(fresh)) {
  console.error(
    'src/api/schema.generated.ts is not current: run "npm run api" in web and commit the result.',
  );
  process.exit(1);
}
