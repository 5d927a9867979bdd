// The model document of the data folder (CLEAR_FRAME_DATA): `export [file]`, `check file`, `import file`. Run
// by `npm run model -- …`.
import { closeInstallation, Refusal, sharedInstallation } from '../src/services/runtime';
import { importModel } from '../src/services/model';
import 'reflect-metadata';
import { readFileSync, writeFileSync } from 'node:fs';
import { parseModelDocument } from '../src/core/formats/model-schema';
import { modelText } from '../src/core/formats/model-text';
import type { Json } from '../src/core/json';
import { modelChanges } from '../src/core/model/change/changes';
import { checkModel } from '../src/core/model/check';
import type { ModelDocument } from '../src/core/model/document';

const USE = `npm run model -- export [file]   the model in force, as JSON; without a file to the screen
npm run model -- check <file>    whether a model document holds; nothing is changed
npm run model -- import <file>   puts a model document in force (stop the server first)`;

function readFile(path: string | undefined): ModelDocument {
  if (!path) throw new Error(USE);
  let given: Json;
  try {
    given = JSON.parse(readFileSync(path, 'utf8')) as Json;
  } catch (error) {
    throw new Error(
      `${path} cannot be read as JSON: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  const { document, faults } = parseModelDocument(given);
  if (!document)
    throw new Error(
      `${path} is no model document:\n${faults.map((fault) => `  ${fault.path || '/'}: ${fault.message}`).join('\n')}`,
    );
  return document;
}

/** Tells what is wrong; answers whether it could be put in force. */
function tell(document: ModelDocument): boolean {
  const faults = checkModel(document);
  for (const { weight, path, message } of faults) console.log(`${weight}  ${path}  ${message}`);
  const errors = faults.filter(({ weight }) => weight === 'error').length;
  console.log(
    `${document.contentTypes.length} content types, ${document.pageTypes.length} page types, ${document.blockTypes.length} block types: errors: ${errors}, warnings: ${faults.length - errors}.`,
  );
  return errors === 0;
}

async function run([what, path]: readonly string[]): Promise<void> {
  if (what === 'check') {
    if (!tell(readFile(path))) process.exitCode = 1;
    return;
  }
  if (what !== 'export' && what !== 'import') throw new Error(USE);
  const document = what === 'import' ? readFile(path) : undefined;
  const installation = await sharedInstallation();
  try {
    if (!document) {
      const text = modelText(installation.model.document);
      if (path) writeFileSync(path, text);
      else process.stdout.write(text);
      return;
    }
    const changes = modelChanges(installation.model.document, document);
    const { revision } = await importModel(installation, document);
    for (const { title } of changes) console.log(title);
    console.log(
      `${changes.length} ${changes.length === 1 ? 'change is' : 'changes are'} in force, as revision ${revision}.`,
    );
  } finally {
    await closeInstallation(installation);
  }
}

run(process.argv.slice(2)).catch((error: unknown) => {
  console.error(
    error instanceof Refusal && error.faults.length > 0
      ? error.faults.map(({ path, message }) => `${path || '/'}: ${message}`).join('\n')
      : error instanceof Error
        ? error.message
        : error,
  );
  process.exit(1);
});
