-- Months close in order and are reopened from the last one back, by two people and with a cause. Each is an event that stays;
-- the last one says through which month all is closed.
create table period_event (
    business_id int not null references business,
    no int not null check (no > 0),
    id uuid not null,
    kind text not null check (kind in ('closed', 'reopened')),
    month date not null check (extract(day from month) = 1),
    through date not null generated always as (case kind when 'closed' then month else (month - interval '1 month')::date end) stored,
    made_on date not null,
    made_at timestamptz not null default now(),
    made_by text not null,
    approved_by text,
    cause text,
    primary key (business_id, no),
    unique (business_id, id),
    check ((kind = 'reopened') = (approved_by is not null)),
    check ((kind = 'reopened') = (cause is not null)),
    check (approved_by <> made_by)
);

insert into period_event (business_id, no, id, kind, month, made_on, made_at, made_by)
select business_id, row_number() over (partition by business_id order by month), gen_random_uuid(), 'closed', month, closed_at::date, closed_at, closed_by from period;

drop table period;
drop function period_must_follow();

-- A month closes or opens when nobody is booking, and only the one whose turn it is.
create function period_must_follow() returns trigger language plpgsql as $$
declare
    last record;
begin
    perform pg_advisory_xact_lock(7001, new.business_id);
    select no, through into last from period_event where business_id = new.business_id order by no desc limit 1;
    if not found then
        if new.kind = 'closed' and new.no = 1 then return new; end if;
        raise exception 'month % cannot be reopened: none is closed', new.month using errcode = 'check_violation';
    end if;
    if new.no <> last.no + 1 then
        raise exception 'event % of the months does not follow %', new.no, last.no using errcode = 'check_violation';
    end if;
    if new.kind = 'closed' and new.month <> last.through + interval '1 month' then
        raise exception 'month % does not follow %, the last closed one', new.month, last.through using errcode = 'check_violation';
    end if;
    if new.kind = 'reopened' and new.month <> last.through then
        raise exception 'month % is not the last closed one, which is %', new.month, last.through using errcode = 'check_violation';
    end if;
    return new;
end $$;

create trigger period_follows before insert on period_event for each row execute function period_must_follow();
create trigger period_event_is_final before update or delete on period_event for each statement execute function is_final();
revoke update, delete, truncate on period_event from exactum_app;

create or replace function postings_must_balance() returns trigger language plpgsql security definer set search_path = public as $$
declare
    off record;
    own_lane smallint := lane_of_balances();
begin
    perform pg_advisory_xact_lock_shared(7001, b) from (select distinct business_id as b from new_postings order by 1) x;

    select p.entry_id into off from new_postings p
     group by p.business_id, p.entry_id having min(p.line_no) <> 1 limit 1;
    if found then
        raise exception 'entry % cannot be added to: all its postings come at once', off.entry_id
            using errcode = 'check_violation';
    end if;

    select p.entry_id, p.currency, sum(p.amount_minor) as sum_minor into off from new_postings p
     group by p.business_id, p.entry_id, p.currency having sum(p.amount_minor) <> 0 limit 1;
    if found then
        raise exception 'entry % is out of balance by % % (minor units)', off.entry_id, off.sum_minor, off.currency
            using errcode = 'check_violation';
    end if;

    select p.entry_id, sum(p.own_minor) as sum_minor into off from new_postings p
     group by p.business_id, p.entry_id having sum(p.own_minor) <> 0 limit 1;
    if found then
        raise exception 'entry % is out of balance by % in the own currency (minor units)', off.entry_id, off.sum_minor
            using errcode = 'check_violation';
    end if;

    select p.entry_id into off from new_postings p
     where not exists (select 1 from entry e where e.business_id = p.business_id and e.id = p.entry_id and e.entry_date = p.entry_date) limit 1;
    if found then
        raise exception 'there is no entry % that counts on the day of its posting', off.entry_id
            using errcode = 'check_violation';
    end if;

    select p.entry_id, p.entry_date into off from new_postings p
      join (select distinct on (business_id) business_id, through + interval '1 month' as open_from from period_event order by business_id, no desc) c
        on c.business_id = p.business_id and p.entry_date < c.open_from limit 1;
    if found then
        raise exception 'entry % counts on %, in a closed month', off.entry_id, off.entry_date
            using errcode = 'check_violation';
    end if;

    insert into account_month as m (business_id, account, currency, month, lane, debit_minor, credit_minor, own_minor)
    select business_id, account, currency, date_trunc('month', entry_date)::date, own_lane,
           coalesce(sum(amount_minor) filter (where amount_minor > 0), 0), coalesce(-sum(amount_minor) filter (where amount_minor < 0), 0), sum(own_minor)
      from new_postings group by 1, 2, 3, 4
    on conflict (business_id, account, currency, month, lane) do update
       set debit_minor = m.debit_minor + excluded.debit_minor, credit_minor = m.credit_minor + excluded.credit_minor, own_minor = m.own_minor + excluded.own_minor;

    insert into account_day as d (business_id, account, currency, day, lane, debit_minor, credit_minor, own_minor)
    select business_id, account, currency, entry_date, own_lane,
           coalesce(sum(amount_minor) filter (where amount_minor > 0), 0), coalesce(-sum(amount_minor) filter (where amount_minor < 0), 0), sum(own_minor)
      from new_postings group by 1, 2, 3, 4
    on conflict (business_id, account, currency, day, lane) do update
       set debit_minor = d.debit_minor + excluded.debit_minor, credit_minor = d.credit_minor + excluded.credit_minor, own_minor = d.own_minor + excluded.own_minor;
    return null;
end $$;

-- That a person looked at the tie-out of an account at the end of a month, and what they saw. Withdrawn where the month is
-- reopened, or where what they saw changed; one counts at a time, so of two who sign at once the second finds the first.
create table tie_out_signature (
    business_id int not null,
    id uuid not null,
    month date not null check (extract(day from month) = 1),
    account text not null,
    currency char(3) not null,
    name text not null,
    as_of date not null,
    said_minor bigint not null,
    booked_minor bigint not null,
    items jsonb not null,
    note text not null default '',
    signed_on date not null,
    signed_at timestamptz not null default now(),
    signed_by text not null,
    withdrawn_on date,
    withdrawn_at timestamptz,
    withdrawn_by text,
    withdrawn_because text,
    primary key (business_id, id),
    foreign key (business_id, account) references account,
    check ((withdrawn_at is null) = (withdrawn_on is null) and (withdrawn_at is null) = (withdrawn_by is null) and (withdrawn_at is null) = (withdrawn_because is null))
);
create unique index tie_out_signed_once on tie_out_signature (business_id, month, account, currency) where withdrawn_at is null;
create index on tie_out_signature (business_id, month);
revoke delete, truncate on tie_out_signature from exactum_app;

-- What was seen and who saw it stays; only that it is withdrawn is added, once.
create function signature_must_stay() returns trigger language plpgsql as $$
begin
    if old.withdrawn_at is not null
       or (to_jsonb(new) - 'withdrawn_on' - 'withdrawn_at' - 'withdrawn_by' - 'withdrawn_because') <> (to_jsonb(old) - 'withdrawn_on' - 'withdrawn_at' - 'withdrawn_by' - 'withdrawn_because') then
        raise exception 'signature % stays as it is', old.id using errcode = 'check_violation';
    end if;
    return new;
end $$;
create trigger signature_stays before update on tie_out_signature for each row execute function signature_must_stay();
