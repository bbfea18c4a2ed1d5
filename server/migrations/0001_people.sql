-- People who sign in, and their sessions.
create table people (
  id bigint generated always as identity primary key,
  login text not null unique check (login = lower(login) and login <> ''),
  name text not null,
  role text not null check (role in ('clerk', 'approver', 'controller', 'administrator', 'auditor')),
  password_hash text not null,
  created_at timestamptz not null default now()
);

create table sessions (
  -- SHA-256 of the token in the cookie: the token itself is not kept.
  token_hash bytea primary key,
  person_id bigint not null references people on delete cascade,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);
create index sessions_expiry on sessions (expires_at);
