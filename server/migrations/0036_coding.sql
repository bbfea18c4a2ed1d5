-- Where costs go: by line, split by share or amount, proposed by rules and by what was booked before.

alter table document_lines
  add column project text,
  -- Why it is coded so: an order, a rule, what was booked before, the supplier, a person; as core/src/coding has it.
  add column coding_reason jsonb;
alter table order_lines add column project text;

-- Parts of a line that go elsewhere than its rest, which stays with the line's own coding.
create table line_splits (
  document_id bigint not null,
  line int not null,
  part int not null check (part > 0),
  account text not null references accounts,
  cost_centre text not null references cost_centres,
  project text,
  -- One of the two.
  percent numeric(7, 4) check (percent > 0 and percent <= 100),
  amount numeric(14, 2) check (amount <> 0),
  check ((percent is null) <> (amount is null)),
  primary key (document_id, line, part),
  foreign key (document_id, line) references document_lines (document_id, position) on update cascade on delete cascade
);
create index line_splits_by_centre on line_splits (cost_centre);

-- Rules, the first that fits holds: whose lines, with which words, from which amount on, go where.
create table coding_rules (
  id bigint generated always as identity primary key,
  position int not null unique,
  supplier_id bigint references suppliers,
  words text[] not null default '{}',
  min_amount numeric(14, 2),
  account text not null references accounts,
  cost_centre text not null references cost_centres,
  project text,
  made_by bigint not null references people,
  made_at timestamptz not null default now()
);
create index coding_rules_by_supplier on coding_rules (supplier_id) where supplier_id is not null;
create index coding_rules_by_maker on coding_rules (made_by);

-- Splits that are used again and again.
create table coding_templates (
  id bigint generated always as identity primary key,
  name text not null unique,
  -- [{ account, costCentre, project, percent }], the rest with the first.
  parts jsonb not null,
  made_by bigint not null references people
);
create index coding_templates_by_maker on coding_templates (made_by);

-- What is coded anew on its way to the books is approved anew.
insert into tray_moves values ('post', 'sign-off');
