import type { RecipeInput } from '@needlefile/core/recipe/read';
import type { Remembered } from '@needlefile/core/recipe/remembered';
import type { Report } from '@needlefile/core/job/report';
import type { FontFacts } from '@needlefile/core/lettering/font-facts';
import type { ReadBack } from '@needlefile/core/formats/compare';
import { customType, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { JobSummary } from '../../api/job-types';

const bytea = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });
const now = (name: string) => timestamp(name, { withTimezone: true }).notNull().defaultNow();

/** A job as it stands: its newest recipe, and what lists and searches need of it. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    revision: integer('revision').notNull().default(1),
    recipe: jsonb('recipe').$type<RecipeInput>().notNull(),
    /** Of the recipe, for search. */
    name: text('name').notNull(),
    tags: text('tags').array().notNull().default([]),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
    /** Set when the job was deleted; it can be brought back. */
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
    /** Drawing and state of the build, and the revision they were made of. */
    summary: jsonb('summary').$type<JobSummary>(),
    summaryRevision: integer('summary_revision'),
  },
  (table) => [index('jobs_updated').on(table.updatedAt)],
);

/** Every recipe a job ever had. */
export const revisions = pgTable(
  'revisions',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    recipe: jsonb('recipe').$type<RecipeInput>().notNull(),
    savedAt: now('saved_at'),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.revision] })],
);

/** A set of written files, of one revision of a job's recipe. */
export const releases = pgTable(
  'releases',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    /** What the things are called that its files are of; null: all of the job. */
    things: jsonb('things').$type<readonly string[]>(),
    report: jsonb('report').$type<Report>().notNull(),
    releasedAt: now('released_at'),
  },
  (table) => [index('releases_job').on(table.jobId, table.releasedAt)],
);

/** Bytes of released files by what is in them: the same file is kept once. */
export const fileContents = pgTable('file_contents', {
  sha256: text('sha256').primaryKey(),
  bytes: bytea('bytes').notNull(),
  size: integer('size').notNull(),
});

export const releaseFiles = pgTable(
  'release_files',
  {
    releaseId: uuid('release_id')
      .notNull()
      .references(() => releases.id, { onDelete: 'cascade' }),
    format: text('format').notNull(),
    /** The layer that it has alone; null: it has all. */
    part: text('part'),
    fileName: text('file_name').notNull(),
    sha256: text('sha256')
      .notNull()
      .references(() => fileContents.sha256),
    readBack: jsonb('read_back').$type<ReadBack>(),
  },
  (table) => [primaryKey({ columns: [table.releaseId, table.fileName] })],
);

/**
 * The shop: machines with their limits and output maps, and materials. One row; none until somebody changes something.
 */
export const shops = pgTable('shops', {
  id: integer('id').primaryKey(),
  revision: integer('revision').notNull(),
  shop: jsonb('shop').$type<unknown>().notNull(),
  updatedAt: now('updated_at'),
});

/** Fonts that people brought: plain sfnt files, by what is in them. */
export const fonts = pgTable('fonts', {
  /** `font-` and the first 24 digits of the sha256: what recipes call it. */
  id: text('id').primaryKey(),
  sha256: text('sha256').notNull(),
  fileName: text('file_name').notNull(),
  facts: jsonb('facts').$type<FontFacts>().notNull(),
  bytes: bytea('bytes').notNull(),
  addedAt: now('added_at'),
});

/** Files of artwork that people brought, as they came, by what is in them. */
export const artworks = pgTable('artworks', {
  /** `art-` and the first 24 digits of the sha256: what recipes call it. */
  id: text('id').primaryKey(),
  sha256: text('sha256').notNull(),
  fileName: text('file_name').notNull(),
  /** sha256 of what it is made up of; null: a picture, or kept before that was asked. */
  makeUp: text('make_up'),
  bytes: bytea('bytes').notNull(),
  addedAt: now('added_at'),
});

/** How files of one make-up are read. */
export const readings = pgTable('readings', {
  makeUp: text('make_up').primaryKey(),
  items: jsonb('items').$type<Remembered>().notNull(),
  updatedAt: now('updated_at'),
});
