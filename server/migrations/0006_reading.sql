-- Early payment terms as read: a percentage, and the last day that it is granted.
alter table documents
  add column discount_percent numeric(5, 2) check (discount_percent between 0 and 100),
  add column discount_date date;

-- The risk of a wrong value that the company accepts before a person is asked.
alter table company add column accepted_risk numeric(4, 3) not null default 0.060 check (accepted_risk > 0 and accepted_risk < 0.5);
