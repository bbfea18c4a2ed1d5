-- Whether the company has three people between a value and the books, or two.
alter table company add column separation text not null default 'three-people' check (separation in ('three-people', 'two-people'));
