'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import { X } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type ReactElement } from 'react';
import type { ListingResult, ListingStands } from '../../../../contract/listings';
import { columnsOf, inRatio } from '../../../../core/mapping/arrangement/arrange';
import {
  arrangementKinds,
  arrangements,
  type Arrangement,
} from '../../../../core/mapping/arrangement/arrangement';
import { compareFigures, type CompareFigures } from '../../../../core/mapping/arrangement/compare';
import type { ListingRule } from '../../../../core/mapping/rule/listing-rule';
import { shownInAll } from '../../../../core/mapping/arrangement/result-pages';
import type { Sources } from '../../../../core/mapping/rule/sources';
import { Listing } from '../../../../site/listing';
import { Chosen } from '../../../../ui/chosen';
import { NumberRule } from '../../../../ui/kinds/rule-inputs';
import { useModel } from '../../../../ui/model-in-force';
import { VisitorPreview } from '../visitor-preview';
import { DrawnToScale } from './drawn-to-scale';
import { measureDrawn } from './measure-drawn';
import styles from './map.module.css';

const MOST = 4;
const SETTLING = 250;
const share = new Intl.NumberFormat('en', { style: 'percent', maximumFractionDigits: 0 });

/** The rows of the table: what is told of each arrangement, which way is better, and how it is written. */
const rows: {
  key: keyof CompareFigures;
  label: string;
  better: 'more' | 'less';
  told: (n: number) => string;
}[] = [
  { key: 'inView', label: 'Entries in view', better: 'more', told: String },
  { key: 'unseen', label: 'Entries never shown', better: 'less', told: String },
  { key: 'screens', label: 'Screens to see it all', better: 'less', told: (n) => n.toFixed(1) },
  { key: 'leftOver', label: 'Space left over', better: 'less', told: (n) => share.format(n) },
  { key: 'cut', label: 'Entries with words cut', better: 'less', told: String },
  { key: 'cropped', label: 'Pictures cropped', better: 'less', told: String },
];

interface DrawingProps {
  arrangement: Arrangement;
  rule: ListingRule;
  sources: Sources;
  result: ListingResult;
  width: number;
  screen: number;
  onMeasured: (arrangement: Arrangement, figures: CompareFigures) => void;
}

/** One arrangement as visitors would see it on the first screen; it is measured once it stands. */
function Measured({
  arrangement,
  rule,
  sources,
  result,
  width,
  screen,
  onMeasured,
}: DrawingProps): ReactElement {
  const model = useModel();
  const drawn = useRef<HTMLDivElement>(null);
  // What stands on further pages of results is not unseen; what is past the limit is.
  const toShow = result.entries.length + result.matching - shownInAll(rule, result.matching);
  const setOut = rule.arrangement === arrangement ? (rule.setOut ?? {}) : {};
  useEffect(() => {
    const timer = setTimeout(() => {
      if (drawn.current)
        onMeasured(arrangement, compareFigures(measureDrawn(drawn.current, width), screen, toShow));
    }, SETTLING);
    return () => clearTimeout(timer);
  }, [arrangement, rule, result, width, screen, toShow, onMeasured]);
  return (
    // A picture of a screen, not a part of this one: it is told by the figures below it.
    <div className={styles.screen} style={{ aspectRatio: `${width} / ${screen}` }} inert aria-hidden="true">
      <DrawnToScale width={width}>
        <VisitorPreview label={arrangementKinds[arrangement].label}>
          <div ref={drawn}>
            <Listing
              level={2}
              traced
              locale={model.locale}
              id={`compared-${arrangement}`}
              listing={{
                heading: '',
                arrangement,
                setOut,
                matching: result.matching,
                columns: columnsOf(rule.mapping, sources.fields),
                items: inRatio(result.entries, arrangement, setOut),
              }}
            />
          </div>
        </VisitorPreview>
      </DrawnToScale>
    </div>
  );
}

interface Props extends Pick<DrawingProps, 'rule' | 'sources' | 'result'> {
  /** The widths of the slots in which it may be compared. */
  widths: readonly ListingStands[];
  mayTake: boolean;
  onTake: (arrangement: Arrangement) => void;
}

/** Two to four arrangements of the same entries beside one another, measured in this browser. */
export function CompareArrangements({ rule, sources, result, widths, mayTake, onTake }: Props): ReactElement {
  const [compared, setCompared] = useState<Arrangement[]>(() =>
    [rule.arrangement, ...arrangements.filter((each) => each !== rule.arrangement)].slice(0, 3),
  );
  const [width, setWidth] = useState(String(widths[0]?.width ?? 720));
  const [screen, setScreen] = useState(800);
  const [figures, setFigures] = useState<Partial<Record<Arrangement, CompareFigures>>>({});
  const onMeasured = useCallback(
    (arrangement: Arrangement, measured: CompareFigures) =>
      setFigures((kept) => ({ ...kept, [arrangement]: measured })),
    [],
  );
  /** How the best of them is told, where they differ. */
  const best = ({ key, better, told }: (typeof rows)[number]): string | undefined => {
    const all = compared.flatMap((each) => figures[each]?.[key] ?? []);
    return new Set(all.map(told)).size < 2
      ? undefined
      : told(better === 'more' ? Math.max(...all) : Math.min(...all));
  };
  return (
    <section className={styles.compare} aria-label="Arrangements compared">
      <div className={styles.comparing}>
        <Chosen
          id="compare-width"
          label="In a slot"
          value={width}
          options={widths.map(({ slot, width: px }) => [String(px), `${slot}, ${px}`] as const)}
          onChange={setWidth}
        />
        <NumberRule
          whole
          id="compare-screen"
          label="On a screen so high, 300 to 2000"
          value={screen}
          onChange={(next) => {
            if (next !== undefined && next >= 300 && next <= 2000) setScreen(next);
          }}
        />
        {compared.length < MOST && (
          <Button
            onClick={() => {
              const next = arrangements.find((each) => !compared.includes(each));
              if (next) setCompared([...compared, next]);
            }}
          >
            Beside one more
          </Button>
        )}
      </div>
      <div className={styles.tablewrap} tabIndex={0} role="region" aria-label="The comparison, to scroll">
        <table>
          <thead>
            <tr>
              <th scope="col">
                <span className={styles.unit}>
                  {result.entries.length} of {result.matching} entries
                </span>
              </th>
              {compared.map((arrangement, i) => (
                <th scope="col" key={arrangement}>
                  <div className={styles.comparehead}>
                    <Select
                      value={arrangement}
                      onChange={({ target }) =>
                        setCompared(compared.map((each, j) => (j === i ? target.value : each)))
                      }
                      slotProps={{ input: { 'aria-label': `Arrangement ${i + 1}` } }}
                    >
                      {arrangements
                        .filter((each) => each === arrangement || !compared.includes(each))
                        .map((each) => (
                          <MenuItem key={each} value={each}>
                            {arrangementKinds[each].label}
                          </MenuItem>
                        ))}
                    </Select>
                    {compared.length > 2 && (
                      <IconButton
                        aria-label={`Take ${arrangementKinds[arrangement].label} out of the comparison`}
                        onClick={() => setCompared(compared.filter((each) => each !== arrangement))}
                      >
                        <X size={14} />
                      </IconButton>
                    )}
                  </div>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">The first screen</th>
              {compared.map((arrangement) => (
                <td key={arrangement}>
                  <Measured
                    arrangement={arrangement}
                    rule={rule}
                    sources={sources}
                    result={result}
                    width={Number(width)}
                    screen={screen}
                    onMeasured={onMeasured}
                  />
                </td>
              ))}
            </tr>
            {rows.map((row) => (
              <tr key={row.key}>
                <th scope="row">{row.label}</th>
                {compared.map((arrangement) => {
                  const n = figures[arrangement]?.[row.key];
                  const isBest = n !== undefined && row.told(n) === best(row);
                  return (
                    <td key={arrangement} className={styles.figure} data-best={isBest}>
                      {n === undefined ? '…' : row.told(n)}
                      {isBest && <span className={styles.bestmark} aria-label="best of these" role="img" />}
                    </td>
                  );
                })}
              </tr>
            ))}
            {mayTake && (
              <tr>
                <th scope="row">
                  <span className={styles.unit}>Measured in this browser</span>
                </th>
                {compared.map((arrangement) => (
                  <td key={arrangement}>
                    <Button disabled={arrangement === rule.arrangement} onClick={() => onTake(arrangement)}>
                      {arrangement === rule.arrangement ? 'Taken' : 'Take this one'}
                    </Button>
                  </td>
                ))}
              </tr>
            )}
          </tbody>
        </table>
      </div>
    </section>
  );
}
