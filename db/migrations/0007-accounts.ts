import type { Knex } from 'knex'

/**
 * Who may begin a course; sessions that end on the server; invitations and links that are used once. Of all
 * that is secret only a hash is kept.
 */
const ACCOUNTS = `
ALTER TABLE people ADD COLUMN may_begin_courses boolean NOT NULL DEFAULT false;

CREATE TABLE sessions (
  token_hash char(64)    CONSTRAINT pk_sessions PRIMARY KEY,
  person_id  uuid        NOT NULL CONSTRAINT fk_sessions_person REFERENCES people (id) ON DELETE CASCADE,
  begun_at   timestamptz NOT NULL DEFAULT now(),
  seen_at    timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  CONSTRAINT ck_sessions_expires CHECK (expires_at > begun_at)
);
CREATE INDEX ix_sessions_person ON sessions (person_id);

CREATE TABLE invitations (
  course_id  uuid         NOT NULL CONSTRAINT fk_invitations_course REFERENCES courses (id) ON DELETE RESTRICT,
  email      varchar(254) NOT NULL,
  name       varchar(120) NOT NULL,
  role       varchar(10)  NOT NULL,
  token_hash char(64)     NOT NULL CONSTRAINT uq_invitations_token UNIQUE,
  invited_by uuid         NOT NULL CONSTRAINT fk_invitations_invited_by REFERENCES people (id) ON DELETE RESTRICT,
  invited_at timestamptz  NOT NULL DEFAULT now(),
  expires_at timestamptz  NOT NULL,
  CONSTRAINT pk_invitations PRIMARY KEY (course_id, email),
  CONSTRAINT ck_invitations_email CHECK (email = lower(email) AND email LIKE '%_@_%'),
  CONSTRAINT ck_invitations_name CHECK (btrim(name) <> ''),
  CONSTRAINT ck_invitations_role CHECK (role IN ('instructor', 'assistant', 'student'))
);
CREATE INDEX ix_invitations_email ON invitations (email);

CREATE TABLE password_links (
  person_id  uuid        CONSTRAINT pk_password_links PRIMARY KEY CONSTRAINT fk_password_links_person REFERENCES people (id) ON DELETE CASCADE,
  token_hash char(64)    NOT NULL CONSTRAINT uq_password_links_token UNIQUE,
  made_by    uuid        CONSTRAINT fk_password_links_made_by REFERENCES people (id) ON DELETE RESTRICT,
  made_at    timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL
);

CREATE TABLE first_words (
  word_hash char(64)    CONSTRAINT pk_first_words PRIMARY KEY,
  made_at   timestamptz NOT NULL DEFAULT now()
);
`

export const STATEMENTS = [ACCOUNTS]

/** Who taught a course before keeps the right to begin one. */
const FILL =
  "UPDATE people p SET may_begin_courses = true WHERE EXISTS (SELECT FROM memberships m WHERE m.person_id = p.id AND m.role = 'instructor')"

export async function up(db: Knex): Promise<void> {
  for (const statements of [...STATEMENTS, FILL]) await db.raw(statements)
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['first_words', 'password_links', 'invitations', 'sessions'])
    await db.raw(`DROP TABLE ${table}`)
  await db.raw('ALTER TABLE people DROP COLUMN may_begin_courses')
}
