import type { Knex } from 'knex'

/** People, courses and who is what in them. */
const PEOPLE = `
CREATE TABLE people (
  id            uuid         CONSTRAINT pk_people PRIMARY KEY DEFAULT gen_random_uuid(),
  email         varchar(254) NOT NULL CONSTRAINT uq_people_email UNIQUE,
  name          varchar(120) NOT NULL,
  password_hash varchar(200) NOT NULL,
  created_at    timestamptz  NOT NULL DEFAULT now(),
  CONSTRAINT ck_people_email CHECK (email = lower(email) AND email LIKE '%_@_%'),
  CONSTRAINT ck_people_name CHECK (btrim(name) <> '')
);

CREATE TABLE sign_in_failures (
  id      bigint       GENERATED ALWAYS AS IDENTITY CONSTRAINT pk_sign_in_failures PRIMARY KEY,
  subject varchar(300) NOT NULL,
  at      timestamptz  NOT NULL DEFAULT now()
);
CREATE INDEX ix_sign_in_failures_subject ON sign_in_failures (subject, at);

CREATE TABLE courses (
  id          uuid         CONSTRAINT pk_courses PRIMARY KEY DEFAULT gen_random_uuid(),
  name        varchar(120) NOT NULL,
  time_zone   varchar(60)  NOT NULL DEFAULT 'Europe/Berlin',
  created_at  timestamptz  NOT NULL DEFAULT now(),
  archived_at timestamptz,
  CONSTRAINT ck_courses_name CHECK (btrim(name) <> '')
);

CREATE TABLE memberships (
  course_id uuid        NOT NULL CONSTRAINT fk_memberships_course REFERENCES courses (id) ON DELETE RESTRICT,
  person_id uuid        NOT NULL CONSTRAINT fk_memberships_person REFERENCES people (id) ON DELETE RESTRICT,
  role      varchar(10) NOT NULL,
  since     timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT pk_memberships PRIMARY KEY (course_id, person_id),
  CONSTRAINT ck_memberships_role CHECK (role IN ('instructor', 'assistant', 'student'))
);
CREATE INDEX ix_memberships_person ON memberships (person_id);
`

/** Exercises; what they ask stands in their revisions. */
const EXERCISES = `
CREATE TABLE exercises (
  id             uuid         CONSTRAINT pk_exercises PRIMARY KEY DEFAULT gen_random_uuid(),
  course_id      uuid         NOT NULL CONSTRAINT fk_exercises_course REFERENCES courses (id) ON DELETE RESTRICT,
  position       integer      NOT NULL,
  state          varchar(10)  NOT NULL DEFAULT 'draft',
  opens_at       timestamptz,
  due_at         timestamptz,
  attempts       integer      NOT NULL DEFAULT 1,
  late_days      integer      NOT NULL DEFAULT 0,
  late_loss      integer      NOT NULL DEFAULT 0,
  collects_at_due boolean     NOT NULL DEFAULT true,
  collected_at   timestamptz,
  published_at   timestamptz,
  created_at     timestamptz  NOT NULL DEFAULT now(),
  archived_at    timestamptz,
  CONSTRAINT uq_exercises_position UNIQUE (course_id, position),
  CONSTRAINT ck_exercises_state CHECK (state IN ('draft', 'published')),
  CONSTRAINT ck_exercises_published CHECK (state = 'draft' OR published_at IS NOT NULL),
  CONSTRAINT ck_exercises_attempts CHECK (attempts BETWEEN 1 AND 99),
  CONSTRAINT ck_exercises_late CHECK (late_days BETWEEN 0 AND 365 AND late_loss BETWEEN 0 AND 100),
  CONSTRAINT ck_exercises_dates CHECK (opens_at IS NULL OR due_at IS NULL OR opens_at < due_at)
);

CREATE TABLE exercise_revisions (
  id          uuid        CONSTRAINT pk_exercise_revisions PRIMARY KEY DEFAULT gen_random_uuid(),
  exercise_id uuid        NOT NULL CONSTRAINT fk_exercise_revisions_exercise REFERENCES exercises (id) ON DELETE RESTRICT,
  number      integer     NOT NULL,
  document    jsonb       NOT NULL,
  saved_by    uuid        NOT NULL CONSTRAINT fk_exercise_revisions_saved_by REFERENCES people (id) ON DELETE RESTRICT,
  saved_at    timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT uq_exercise_revisions_number UNIQUE (exercise_id, number),
  CONSTRAINT ck_exercise_revisions_number CHECK (number >= 1)
);

CREATE TABLE allowances (
  exercise_id uuid        NOT NULL CONSTRAINT fk_allowances_exercise REFERENCES exercises (id) ON DELETE RESTRICT,
  person_id   uuid        NOT NULL CONSTRAINT fk_allowances_person REFERENCES people (id) ON DELETE RESTRICT,
  due_at      timestamptz,
  attempts    integer,
  CONSTRAINT pk_allowances PRIMARY KEY (exercise_id, person_id),
  CONSTRAINT ck_allowances_attempts CHECK (attempts BETWEEN 1 AND 99),
  CONSTRAINT ck_allowances_says CHECK (due_at IS NOT NULL OR attempts IS NOT NULL)
);
CREATE INDEX ix_allowances_person ON allowances (person_id);
`

/** What students write: every acknowledged save is kept. */
const WORKSHEETS = `
CREATE TABLE worksheets (
  id          uuid        CONSTRAINT pk_worksheets PRIMARY KEY DEFAULT gen_random_uuid(),
  exercise_id uuid        NOT NULL CONSTRAINT fk_worksheets_exercise REFERENCES exercises (id) ON DELETE RESTRICT,
  person_id   uuid        NOT NULL CONSTRAINT fk_worksheets_person REFERENCES people (id) ON DELETE RESTRICT,
  begun_at    timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT uq_worksheets_person UNIQUE (exercise_id, person_id)
);
CREATE INDEX ix_worksheets_person ON worksheets (person_id);

CREATE TABLE worksheet_revisions (
  worksheet_id uuid        NOT NULL CONSTRAINT fk_worksheet_revisions_worksheet REFERENCES worksheets (id) ON DELETE RESTRICT,
  sheet        varchar(12) NOT NULL,
  number       integer     NOT NULL,
  content      text        NOT NULL,
  saved_at     timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT pk_worksheet_revisions PRIMARY KEY (worksheet_id, sheet, number),
  CONSTRAINT ck_worksheet_revisions_sheet CHECK (sheet IN ('dependencies', 'dictionary', 'diagram', 'script'))
);

CREATE TABLE stale_saves (
  id           uuid        CONSTRAINT pk_stale_saves PRIMARY KEY DEFAULT gen_random_uuid(),
  worksheet_id uuid        NOT NULL CONSTRAINT fk_stale_saves_worksheet REFERENCES worksheets (id) ON DELETE RESTRICT,
  sheet        varchar(12) NOT NULL,
  base_number  integer     NOT NULL,
  content      text        NOT NULL,
  refused_at   timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT ck_stale_saves_sheet CHECK (sheet IN ('dependencies', 'dictionary', 'diagram', 'script'))
);
CREATE INDEX ix_stale_saves_worksheet ON stale_saves (worksheet_id);
`

/** What is handed in and what becomes of it. Hand-ins and markings are never changed. */
const HAND_INS = `
CREATE TABLE hand_ins (
  id                   uuid        CONSTRAINT pk_hand_ins PRIMARY KEY DEFAULT gen_random_uuid(),
  number               integer     GENERATED ALWAYS AS IDENTITY CONSTRAINT uq_hand_ins_number UNIQUE,
  exercise_id          uuid        NOT NULL CONSTRAINT fk_hand_ins_exercise REFERENCES exercises (id) ON DELETE RESTRICT,
  person_id            uuid        NOT NULL CONSTRAINT fk_hand_ins_person REFERENCES people (id) ON DELETE RESTRICT,
  attempt              integer     NOT NULL,
  exercise_revision_id uuid        NOT NULL CONSTRAINT fk_hand_ins_revision REFERENCES exercise_revisions (id) ON DELETE RESTRICT,
  answer               jsonb       NOT NULL,
  handed_in_at         timestamptz NOT NULL DEFAULT now(),
  late_by_seconds      integer     NOT NULL DEFAULT 0,
  is_automatic         boolean     NOT NULL DEFAULT false,
  CONSTRAINT uq_hand_ins_attempt UNIQUE (exercise_id, person_id, attempt),
  CONSTRAINT ck_hand_ins_attempt CHECK (attempt >= 1),
  CONSTRAINT ck_hand_ins_late CHECK (late_by_seconds >= 0)
);
CREATE INDEX ix_hand_ins_person ON hand_ins (person_id);

CREATE TABLE markings (
  id                   uuid        CONSTRAINT pk_markings PRIMARY KEY DEFAULT gen_random_uuid(),
  hand_in_id           uuid        NOT NULL CONSTRAINT fk_markings_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  exercise_revision_id uuid        NOT NULL CONSTRAINT fk_markings_revision REFERENCES exercise_revisions (id) ON DELETE RESTRICT,
  engine_version       varchar(20) NOT NULL,
  verdicts             jsonb       NOT NULL,
  marked_at            timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT uq_markings_inputs UNIQUE (hand_in_id, exercise_revision_id, engine_version)
);

CREATE TABLE overrides (
  hand_in_id uuid         NOT NULL CONSTRAINT fk_overrides_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  rule       varchar(10)  NOT NULL,
  sheet      varchar(12)  NOT NULL,
  version    integer      NOT NULL DEFAULT 1,
  verdict    varchar(12),
  reason     varchar(500),
  decided_by uuid         NOT NULL CONSTRAINT fk_overrides_decided_by REFERENCES people (id) ON DELETE RESTRICT,
  decided_at timestamptz  NOT NULL DEFAULT now(),
  CONSTRAINT pk_overrides PRIMARY KEY (hand_in_id, rule, sheet),
  CONSTRAINT ck_overrides_verdict CHECK (verdict IN ('upheld', 'broken', 'too strict', 'not shown')),
  CONSTRAINT ck_overrides_reason CHECK (verdict IS NULL OR btrim(reason) <> '')
);

CREATE TABLE comments (
  id         uuid          CONSTRAINT pk_comments PRIMARY KEY DEFAULT gen_random_uuid(),
  hand_in_id uuid          NOT NULL CONSTRAINT fk_comments_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  rule       varchar(10),
  text       varchar(4000) NOT NULL,
  written_by uuid          NOT NULL CONSTRAINT fk_comments_written_by REFERENCES people (id) ON DELETE RESTRICT,
  written_at timestamptz   NOT NULL DEFAULT now(),
  deleted_at timestamptz,
  CONSTRAINT ck_comments_text CHECK (btrim(text) <> '')
);
CREATE INDEX ix_comments_hand_in ON comments (hand_in_id);

CREATE TABLE reviews (
  hand_in_id uuid        CONSTRAINT pk_reviews PRIMARY KEY CONSTRAINT fk_reviews_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  looked_at_by uuid      CONSTRAINT fk_reviews_person REFERENCES people (id) ON DELETE RESTRICT,
  looked_at  timestamptz,
  is_flagged boolean     NOT NULL DEFAULT false,
  CONSTRAINT ck_reviews_looked_at CHECK ((looked_at IS NULL) = (looked_at_by IS NULL))
);

CREATE TABLE releases (
  hand_in_id    uuid        CONSTRAINT pk_releases PRIMARY KEY CONSTRAINT fk_releases_hand_in REFERENCES hand_ins (id) ON DELETE RESTRICT,
  marking_id    uuid        NOT NULL CONSTRAINT fk_releases_marking REFERENCES markings (id) ON DELETE RESTRICT,
  points        jsonb       NOT NULL,
  released_by   uuid        NOT NULL CONSTRAINT fk_releases_released_by REFERENCES people (id) ON DELETE RESTRICT,
  released_at   timestamptz NOT NULL DEFAULT now(),
  taken_back_at timestamptz
);

CREATE TABLE audit_entries (
  id        bigint      GENERATED ALWAYS AS IDENTITY CONSTRAINT pk_audit_entries PRIMARY KEY,
  course_id uuid        CONSTRAINT fk_audit_entries_course REFERENCES courses (id) ON DELETE RESTRICT,
  person_id uuid        CONSTRAINT fk_audit_entries_person REFERENCES people (id) ON DELETE RESTRICT,
  action    varchar(60) NOT NULL,
  subject   varchar(120) NOT NULL,
  detail    jsonb       NOT NULL DEFAULT '{}',
  at        timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX ix_audit_entries_course ON audit_entries (course_id, at);
`

/** The statements of the first migration, in order: the tests read them with our own checker. */
export const STATEMENTS = [PEOPLE, EXERCISES, WORKSHEETS, HAND_INS]

const APPEND_ONLY = `
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
CREATE TRIGGER tr_audit_entries_append BEFORE UPDATE OR DELETE ON audit_entries FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER tr_hand_ins_append BEFORE UPDATE OR DELETE ON hand_ins FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER tr_markings_append BEFORE UPDATE OR DELETE ON markings FOR EACH ROW EXECUTE FUNCTION refuse_change();
`

export async function up(db: Knex): Promise<void> {
  for (const statements of [...STATEMENTS, APPEND_ONLY]) await db.raw(statements)
}

const TABLES = [
  'audit_entries',
  'releases',
  'reviews',
  'comments',
  'overrides',
  'markings',
  'hand_ins',
  'stale_saves',
  'worksheet_revisions',
  'worksheets',
  'allowances',
  'exercise_revisions',
  'exercises',
  'memberships',
  'courses',
  'sign_in_failures',
  'people',
]

export async function down(db: Knex): Promise<void> {
  for (const table of TABLES) await db.raw(`DROP TABLE ${table}`)
  await db.raw('DROP FUNCTION refuse_change()')
}
