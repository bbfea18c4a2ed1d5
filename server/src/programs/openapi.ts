import type Joi from 'joi';
import { ENDPOINTS, type EndpointName } from '@umber/contract/endpoints';
import { INPUT_SCHEMAS, PATH_SCHEMAS } from '@umber/contract/endpoints/schemas';
import { isForPrograms } from './for-programs.js';

type Json = Readonly<Record<string, unknown>>;

/** A schema as JSON Schema 2020-12, as OpenAPI 3.1 takes it. */
function jsonSchema(schema: Joi.Schema): Json {
  const standard = (schema as unknown as { '~standard': { jsonSchema: { input: (options: { target: string }) => Json } } })['~standard'];
  return standard.jsonSchema.input({ target: 'draft-2020-12' });
}

/** "chooseSupplier" is "Choose supplier". */
const wordsOf = (name: string): string => {
  const words = name.replace(/([A-Z])/g, (sign) => ` ${sign.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
};

let made: Json | undefined;

/** The description of the programs' API, OpenAPI 3.1, made of the table of endpoints. */
export const openApi = (): Json => (made ??= describe());

function describe(): Json {
  const paths: Record<string, Record<string, Json>> = {};
  for (const name of Object.keys(ENDPOINTS) as EndpointName[]) {
    const { method, path, access, status } = ENDPOINTS[name];
    if (access === 'anyone' || access === 'program' || !isForPrograms(path)) continue;
    const schema = (INPUT_SCHEMAS as Partial<Record<EndpointName, Joi.Schema>>)[name];
    const inPath = [...path.matchAll(/:(\w+)/g)].map(([, part]) => ({
      name: part,
      in: 'path',
      required: true,
      schema: jsonSchema(PATH_SCHEMAS[part as keyof typeof PATH_SCHEMAS]),
    }));
    const input = schema && schema.type !== 'binary' ? jsonSchema(schema) : null;
    const rights = access === 'signed-in' ? [] : [access].flat();
    const operation: Record<string, unknown> = {
      operationId: name,
      summary: wordsOf(name),
      tags: [path.split('/')[1]],
      description: rights.length > 0 ? `For people with the right: ${rights.join(', ')}.` : 'For everybody.',
      parameters: [
        ...inPath,
        ...(method === 'GET' && input ? queryOf(input) : []),
        ...(method === 'GET' ? [] : [{ $ref: '#/components/parameters/Once' }]),
      ],
      responses: {
        [status]: { description: status === 204 ? 'Done.' : 'The answer.' },
        default: { $ref: '#/components/responses/Problem' },
      },
    };
    if (method !== 'GET' && schema)
      operation.requestBody = {
        required: true,
        content: input ? { 'application/json': { schema: input } } : { 'application/octet-stream': {} },
      };
    (paths[path.replace(/:(\w+)/g, '{$1}')] ??= {})[method.toLowerCase()] = operation;
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Umber Tray', version: '1', description: 'All that the interface can do, with a token: Authorization: Bearer umber_…' },
    servers: [{ url: '/api/v1' }],
    security: [{ token: [] }],
    paths,
    components: {
      securitySchemes: { token: { type: 'http', scheme: 'bearer' } },
      parameters: {
        Once: {
          name: 'Idempotency-Key',
          in: 'header',
          required: false,
          description: 'The same request under the same key is done once.',
          schema: { type: 'string', maxLength: 200 },
        },
      },
      responses: {
        Problem: {
          description: 'Why it was refused (RFC 9457).',
          content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
      schemas: {
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail', 'code'],
          properties: {
            type: { type: 'string', description: 'urn:umber-tray:problem: and the code' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string', description: 'What to do, in a sentence.' },
            code: { type: 'string' },
          },
        },
      },
    },
  };
}

/** The parts of a query as parameters. */
function queryOf(schema: Json): Json[] {
  const required = new Set((schema.required as string[] | undefined) ?? []);
  return Object.entries((schema.properties as Record<string, Json> | undefined) ?? {}).map(([name, part]) => ({
    name,
    in: 'query',
    required: required.has(name),
    schema: part,
  }));
}
