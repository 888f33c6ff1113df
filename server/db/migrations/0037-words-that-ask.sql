-- Words that came in after 0031 were never asked: a new shop's own "seized", a fuse that somebody adds. What they are called says whether such a part
-- hardly fails by itself; a lead may say otherwise of each.
create function asks_by_label() returns trigger language plpgsql as $$
begin
  new.asks_reason := new.asks_reason or case tg_table_name
    when 'component' then new.label ~* '\m(fuse|fusible link)\M' and new.label !~* 'fuse ?box'
    else new.label ~* '\m(blown|burnt|burned|melted|seized|seizes)\M'
  end;
  return new;
end
$$;

create trigger asks_by_label before insert on component for each row execute function asks_by_label();
create trigger asks_by_label before insert on failure for each row execute function asks_by_label();

update component set asks_reason = true where label ~* '\m(fuse|fusible link)\M' and label !~* 'fuse ?box';
update failure set asks_reason = true where label ~* '\m(blown|burnt|burned|melted|seized|seizes)\M';
