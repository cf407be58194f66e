import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { API, errorSchema, type ApiRoute } from '../src';

const PATH = join(__dirname, '../../docs/api.md');

interface Shape {
  readonly type?: string;
  readonly title?: string;
  readonly enum?: readonly string[];
  readonly anyOf?: readonly Shape[];
  readonly items?: Shape;
  readonly prefixItems?: readonly Shape[];
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly required?: readonly string[];
}

/** A schema as people write types: `{ name: string, bpm?: number }`. */
function written(shape: Shape): string {
  if (shape.title) return shape.title;
  if (shape.enum) return shape.enum.map((value) => `"${value}"`).join(' or ');
  if (shape.anyOf) return shape.anyOf.map(written).join(' or ');
  if (shape.prefixItems) return `[${shape.prefixItems.map(written).join(', ')}]`;
  if (shape.type === 'array') return `${written(shape.items ?? {})}[]`;
  if (!shape.properties) return shape.type ?? 'anything';
  const fields = Object.entries(shape.properties).map(
    ([name, field]) => `${name}${shape.required?.includes(name) ? '' : '?'}: ${written(field)}`,
  );
  return `{ ${fields.join(', ')} }`;
}

function shapeOf(part: z.ZodType | string | null | undefined): string {
  if (part === null || part === undefined) return 'nothing';
  if (typeof part === 'string') return part;
  return `\`${written(z.toJSONSchema(part, { unrepresentable: 'any', io: 'input' }) as Shape)}\``;
}

function page(): string {
  const routes = Object.values(API).map((route: ApiRoute) => {
    const sent = [route.query ? `query ${shapeOf(route.query)}` : '', route.body ? shapeOf(route.body) : ''].filter(Boolean);
    return [
      `### ${route.method} /api${route.path}`,
      '',
      route.what,
      '',
      `- sent: ${sent.join('; ') || 'nothing'}`,
      `- answered: ${shapeOf(route.answer)}`,
      '',
    ];
  });
  return [
    '# What app and server say to each other',
    '',
    'Made from `core/src/api` by `npm run docs`. `Document`, `Change`, `ChangeLabel`, `Lost` and `ImportReport` are the types of those names in core.',
    '',
    `Every refusal is ${shapeOf(errorSchema)}, with a status of 400 or more. A question mark means that a field may be left out.`,
    '',
    ...routes.flat(),
  ].join('\n');
}

it('docs/api.md says what the schemas say (npm run docs writes it)', () => {
  if (process.env.DOCS === 'write') writeFileSync(PATH, page());
  expect(readFileSync(PATH, 'utf8')).toBe(page());
});
