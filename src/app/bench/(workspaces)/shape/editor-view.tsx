'use client';
import { useState, type ReactElement } from 'react';
import { dayAt } from '../../../../core/content/day';
import { defaultValues, serializeValues } from '../../../../core/content/values';
import type { JsonObject } from '../../../../core/json';
import type { Field } from '../../../../core/model/document';
import { EntryForm } from '../../../../ui/entry-form';
import { parseForm } from '../../../../ui/parse-form';
import look from '../../../../ui/look/look.module.css';

/** The form as an editor will get it: it can be filled in, tells its faults, and keeps nothing. */
export function EditorView({ fields }: { fields: Field[] }): ReactElement {
  const [given, setGiven] = useState<JsonObject>(() => serializeValues(fields, defaultValues(fields)));
  const [today] = useState(() => dayAt(Date.now(), 'UTC'));
  const { faults } = parseForm(fields, given, today);
  return (
    <div style={{ padding: 16, display: 'grid', gap: 14 }}>
      <p className={`${look.pencil} ${look.small}`}>Try it: what you type here is saved nowhere.</p>
      <EntryForm
        fields={fields}
        values={given}
        faults={faults}
        onChange={(key, value) => setGiven((now) => ({ ...now, [key]: value }))}
      />
    </div>
  );
}
