import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parse } from 'yaml';
import type { StartersAnswer } from '../../contract/model';
import { modelFromKeys } from '../../core/formats/model-by-keys';
import { parseModelDocument } from '../../core/formats/model-schema';
import type { JsonObject } from '../../core/json';

interface Written {
  label: string;
  purpose: string;
  model: JsonObject;
}

const FOLDER = 'starters';

/** The small models that a new site can begin from, in the folder `starters`, each with ids of its own. */
export function starters(): StartersAnswer {
  return {
    items: readdirSync(FOLDER)
      .filter((file) => file.endsWith('.yaml'))
      .sort()
      .map((file) => {
        const { label, purpose, model } = parse(readFileSync(join(FOLDER, file), 'utf8')) as Written;
        const { document, faults } = parseModelDocument(modelFromKeys(model));
        if (!document)
          throw new Error(
            `${FOLDER}/${file}: ${faults.map(({ path, message }) => `${path} ${message}`).join('; ')}`,
          );
        return { key: basename(file, '.yaml'), label, purpose, document };
      }),
  };
}
