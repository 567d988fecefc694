-- Tables as their libraries document them: Spring Session JDBC and db-scheduler.
create table spring_session (
    primary_id char(36) not null primary key,
    session_id char(36) not null,
    creation_time bigint not null,
    last_access_time bigint not null,
    max_inactive_interval int not null,
    expiry_time bigint not null,
    principal_name varchar(100)
);
create unique index spring_session_ix1 on spring_session (session_id);
create index spring_session_ix2 on spring_session (expiry_time);
create index spring_session_ix3 on spring_session (principal_name);

create table spring_session_attributes (
    session_primary_id char(36) not null references spring_session (primary_id) on delete cascade,
    attribute_name varchar(200) not null,
    attribute_bytes bytea not null,
    primary key (session_primary_id, attribute_name)
);

create table scheduled_tasks (
    task_name text not null,
    task_instance text not null,
    task_data bytea,
    execution_time timestamptz not null,
    picked boolean not null,
    picked_by text,
    last_success timestamptz,
    last_failure timestamptz,
    consecutive_failures int,
    last_heartbeat timestamptz,
    version bigint not null,
    priority smallint,
    state text,
    primary key (task_name, task_instance)
);
create index on scheduled_tasks (execution_time);
create index on scheduled_tasks (last_heartbeat);
create index on scheduled_tasks (priority desc, execution_time asc);

-- Whoever just wrote many rows has them counted, so that what follows is planned by what is there now; from a third of the
-- usual sample, since somebody waits for it. The application owns no table.
create function count_rows(tables regclass[]) returns void language plpgsql security definer set search_path = public set default_statistics_target = 30 as $$
declare
    counted regclass;
begin
    foreach counted in array tables loop execute format('analyze %s', counted); end loop;
end $$;
