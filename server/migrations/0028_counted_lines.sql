-- Lines are counted without gaps from now on; where some had been removed, those after them move up, and what is asked of them with them.
create temporary table counted on commit drop as
  select document_id, position as was, (row_number() over (partition by document_id order by position) - 1)::int as line from document_lines;
delete from counted where was = line;
update doubts q set line = c.line from counted c where c.document_id = q.document_id and c.was = q.line and q.settled_at is null;
update exceptions e set line = c.line from counted c where c.document_id = e.document_id and c.was = e.line and e.withdrawn_at is null;
-- First out of the way: a place may not be taken twice for a moment.
update document_lines l set position = position + 1000000 from counted c where c.document_id = l.document_id and c.was = l.position;
update document_lines l set position = c.line from counted c where c.document_id = l.document_id and c.was + 1000000 = l.position;
