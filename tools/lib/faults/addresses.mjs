/** Every address the server answers at, with a legal body for each, from the contract it publishes. */

/** Values that fit a JSON schema; `pick` decides where there is a choice, from 0 to 1. */
export function fitting(schema, components, pick = () => 0.4, depth = 0) {
  if (!schema) return null;
  if (schema.$ref) return fitting(components[schema.$ref.split('/').at(-1)], components, pick, depth);
  const options = schema.anyOf ?? schema.oneOf;
  if (options) return fitting(options[Math.floor(pick() * options.length)], components, pick, depth + 1);
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((s) => fitting(s, components, pick, depth)));
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return schema.enum[Math.floor(pick() * schema.enum.length)];
  const type = Array.isArray(schema.type) ? schema.type[0] : schema.type;
  switch (type) {
    case 'object': {
      const made = {};
      for (const [name, inner] of Object.entries(schema.properties ?? {}))
        if ((schema.required ?? []).includes(name) || pick() > 0.5)
          made[name] = fitting(inner, components, pick, depth + 1);
      return made;
    }
    case 'array':
      return depth > 6
        ? []
        : Array.from({ length: Math.max(schema.minItems ?? 0, Math.ceil(pick() * 3)) }, () =>
            fitting(schema.items, components, pick, depth + 1),
          );
    case 'integer':
    case 'number': {
      const least = schema.minimum ?? schema.exclusiveMinimum ?? 0;
      const most = Math.min(schema.maximum ?? 1000, 1000);
      const value = least + pick() * Math.max(0, most - least);
      return type === 'integer' ? Math.ceil(value) : value;
    }
    case 'boolean':
      return pick() > 0.5;
    case 'string':
      if (schema.format === 'uuid') return '019aa000-0000-7000-8000-000000000001';
      if (schema.format === 'date-time') return '2026-03-18T06:00:00.000Z';
      return (
        ['quarry conveyor', 'quarry', 'AA'].find((text) => new RegExp(schema.pattern ?? '').test(text)) ??
        'quarry'
      )
        .slice(0, Math.min(schema.maxLength ?? 40, 15))
        .padEnd(schema.minLength ?? 0, 'x');
    default:
      return null;
  }
}

/** @returns a list of { method, path, body() }: path with {number} and the like still in it */
export async function addressesOf(caller) {
  const { json } = await caller.get('/api/docs-json');
  const components = json.components?.schemas ?? {};
  return Object.entries(json.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => {
      const schema = operation.requestBody?.content?.['application/json']?.schema ?? null;
      return {
        method: method.toUpperCase(),
        path,
        body: schema ? (pick) => fitting(schema, components, pick) : null,
      };
    }),
  );
}

export const filled = (path, values = {}) =>
  path.replaceAll(/\{(\w+)\}/g, (_, name) =>
    encodeURIComponent(
      values[name] ??
        { number: 'F1', station: 'intake', gate: 'before-varnish', role: 'as-found' }[name] ??
        '019aa000-0000-7000-8000-000000000001',
    ),
  );
