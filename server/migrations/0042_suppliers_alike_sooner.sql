-- Those much alike are enough where there are three: what only shares common words with a name costs most to find.
alter function handles_like(text) rename to handles_a_little_like;
create function handles_much_like(wanted text) returns table (supplier_id bigint, likeness real) language sql stable set pg_trgm.similarity_threshold = 0.6 as $$
  select h.supplier_id, max(similarity(h.text, wanted)) from supplier_handles h where h.kind in ('name', 'trading-name', 'former-name', 'address') and h.text % wanted group by 1 order by 2 desc, 1 limit 40
$$;
create function handles_like(wanted text) returns table (supplier_id bigint, likeness real) language plpgsql stable rows 40 as $$
declare
  ids bigint[];
  likenesses real[];
begin
  select array_agg(h.supplier_id), array_agg(h.likeness) into ids, likenesses from handles_much_like(wanted) h;
  if cardinality(ids) >= 3 then
    return query select * from unnest(ids, likenesses);
  else
    return query select * from handles_a_little_like(wanted);
  end if;
end $$;
