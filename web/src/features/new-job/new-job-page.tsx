'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { readRecipe } from '@needlefile/core/recipe/read';
import { MAKE_IDS, MAKES } from '@needlefile/core/makes/makes';
import { startRecipe } from '@needlefile/core/makes/starts';
import { MOST_CHARACTERS, MOST_LINES, type Make } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState, type ReactNode } from 'react';
import { Button, Spinner } from 'react-bootstrap';
import { useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { ask } from '@/api/ask';
import { MaterialChoice } from '@/components/material-choice';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import type { JobDetail } from '@/api/job-types';
import { useBuild } from '@/job/use-build';
import css from './new-job.module.css';
import { Sketch } from './sketch';

const newJobSchema = z.object({
  make: z.enum(MAKE_IDS),
  words: z
    .string()
    .trim()
    .min(1, 'Type the words that the machine is to make.')
    .max(MOST_CHARACTERS, `The most is ${MOST_CHARACTERS} characters.`)
    .refine((words) => words.split('\n').length <= MOST_LINES, `The most is ${MOST_LINES} lines.`),
  machine: z.string(),
  material: z.string(),
  thickness: z.number(),
});

/** A new job: make, words, machine and material, shown as they will come out while they are chosen. */
export function NewJobPage() {
  const router = useRouter();
  const unit = useUnit();
  const [problem, setProblem] = useState<string | null>(null);
  const { register, control, handleSubmit, setValue, formState } = useForm({
    resolver: zodResolver(newJobSchema),
    defaultValues: { make: 'cut-through' as Make, words: '', machine: 'plasma', material: 'mild-steel', thickness: 3 },
  });
  const values = useWatch({ control });
  const shop = useShop();
  const material = shop.materials.find(({ id }) => id === values.material)!;
  const recipe = useMemo(() => {
    const valid = newJobSchema.safeParse({ ...values, words: values.words?.trim() || 'FENNY' });
    const read = valid.success ? readRecipe(startRecipe(valid.data, shop)) : null;
    return read?.ok ? read.recipe : null;
  }, [values, shop]);
  const { picture } = useBuild(recipe);
  const thing = picture?.assemblies[0];

  const submit = handleSubmit(async (job) => {
    setProblem(null);
    try {
      const created = await ask<JobDetail>('/api/jobs', { method: 'POST', body: { recipe: startRecipe(job, shop) } });
      router.push(`/jobs/${created.id}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  return (
    <form className={css.page} onSubmit={(event) => void submit(event)} noValidate>
      <header className={css.head}>
        <h1>New job</h1>
        <Link href="/" className="btn btn-light">
          Back to the jobs
        </Link>
      </header>
      <div className={css.form}>
        <label htmlFor="words" className={css.label}>
          Words
        </label>
        <textarea
          id="words"
          className={`form-control ${css.words} ${formState.errors.words ? 'is-invalid' : ''}`}
          rows={2}
          autoFocus
          spellCheck={false}
          placeholder="FENNY"
          {...register('words')}
        />
        {formState.errors.words && (
          <div className="field-problem" role="alert">
            {formState.errors.words.message}
          </div>
        )}
        <fieldset className={css.makes}>
          <legend className={css.label}>Make</legend>
          {MAKE_IDS.map((make) => (
            <label key={make} className={css.make}>
              <input type="radio" value={make} {...register('make')} />
              <MakeDrawing make={make} />
              <span>
                <strong>{MAKES[make].name}</strong>
                <small>{MAKES[make].hint}</small>
              </span>
            </label>
          ))}
        </fieldset>
        <MaterialChoice
          machine={values.machine ?? ''}
          material={values.material ?? ''}
          thickness={values.thickness ?? 3}
          onChange={(_, stock) => {
            setValue('machine', stock.machine);
            setValue('material', stock.material);
            setValue('thickness', stock.thickness);
          }}
        />
        <div className={css.stock}>
          {material.stock.map((mm) => (
            <button
              key={mm}
              type="button"
              className="btn btn-light btn-sm number"
              aria-pressed={mm === values.thickness}
              onClick={() => setValue('thickness', mm)}
            >
              {formatLength(mm, unit)}
            </button>
          ))}
        </div>
        {problem && (
          <div className="field-problem" role="alert">
            {problem}
          </div>
        )}
        <Button type="submit" className="mt-3" disabled={formState.isSubmitting}>
          {formState.isSubmitting ? <Spinner size="sm" /> : 'Start the job'}
        </Button>
      </div>
      <section className={css.preview} aria-label="How it will come out">
        {picture && thing && (
          <>
            <Sketch picture={picture} />
            <p>
              <span className="number">
                {formatLength(widthOf(picture.object), unit, 1)} × {formatLength(heightOf(picture.object), unit, 1)}{' '}
                {unit}
              </span>
              , caps{' '}
              <span className="number">
                {formatLength(thing.report.capHeight, unit, 1)} {unit}
              </span>
              {thing.report.islands.length > 0 && (
                <>
                  , <span className="number">{thing.report.bridges.length}</span> bridges hold{' '}
                  <span className="number">{thing.report.islands.length}</span> islands
                </>
              )}
              . All of it can be changed afterwards.
            </p>
          </>
        )}
      </section>
    </form>
  );
}

const LETTER = 'M24 8c-6 0-9 4-9 10s3 10 9 10 9-4 9-10-3-10-9-10zm0 6c2.500 0 3 2 3 4s-.500 4-3 4-3-2-3-4 .500-4 3-4z';
const PLATE = 'M4 3h40v30H4z';

/** What each make does with a letter, in section of its own drawing: material dark, letters light or engraved. */
const MAKE_DRAWINGS: Record<Make, ReactNode> = {
  'stand-alone': <path d={`${LETTER}M4 27h40v5H4z`} fillRule="nonzero" />,
  'cut-through': (
    <path
      d="M4 3h40v30H4zM22.500 8.100C17.500 8.800 15 12.600 15 18s2.500 9.200 7.500 9.900V21.500C21.300 20.900 21 19.400 21 18s.300-2.900 1.500-3.500zM25.500 8.100v6.400c1.200.600 1.500 2.100 1.500 3.500s-.300 2.900-1.500 3.500v6.400C30.500 27.200 33 23.400 33 18s-2.500-9.200-7.500-9.900z"
      fillRule="evenodd"
    />
  ),
  relief: (
    <>
      <path d={PLATE} />
      <path d="M7 6h34v24H7z" fill="#d7b169" />
      <path d={LETTER} fillRule="evenodd" />
    </>
  ),
  backed: (
    <>
      <path d="M24 3c-9 0-14 6-14 15s5 15 14 15 14-6 14-15-5-15-14-15z" fill="#b9c4c0" />
      <path d={LETTER} fillRule="evenodd" />
    </>
  ),
  engraved: (
    <>
      <path d={PLATE} />
      <path d={LETTER} fill="#d7b169" fillRule="evenodd" />
    </>
  ),
  'single-line': (
    <path d="M24 8c-6 0-9 4-9 10s3 10 9 10 9-4 9-10-3-10-9-10z" fill="none" stroke="currentColor" strokeWidth="1.5" />
  ),
};

function MakeDrawing({ make }: { make: Make }) {
  return (
    <svg viewBox="0 0 48 36" width={52} height={39} aria-hidden className={css.makeDrawing}>
      {MAKE_DRAWINGS[make]}
    </svg>
  );
}
