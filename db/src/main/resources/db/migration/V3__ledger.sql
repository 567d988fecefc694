-- The chart of accounts, the append-only ledger, its periods and its kept balances.
create table account (
    business_id int not null references business,
    code text not null,
    name text not null,
    kind text not null check (kind in ('asset', 'liability', 'equity', 'income', 'expense')),
    role text,
    primary key (business_id, code),
    unique (business_id, role)
);

-- A month that is closed; months close in order, so all up to the last one are.
create table period (
    business_id int not null references business,
    month date not null check (extract(day from month) = 1),
    closed_at timestamptz not null default now(),
    closed_by text not null,
    primary key (business_id, month)
);
revoke update, delete, truncate on period from exactum_app;

-- What happened, the day it belongs to, the day it counts on, and what it undoes.
create table entry (
    business_id int not null,
    id uuid not null,
    event text not null,
    source_id uuid not null,
    event_date date not null,
    entry_date date not null,
    reverses uuid,
    memo text not null,
    recorded_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, event, source_id),
    check (entry_date >= event_date)
);
create unique index entry_reversed_once on entry (business_id, reverses) where reverses is not null;
create index on entry (business_id, entry_date, id);

-- A debit is positive, a credit negative; own_minor is the same in the business's own currency. That its entry is there is
-- checked for all postings of a statement at once, and nobody can remove an entry; that its account is there by the kept
-- balances, which refer to it.
create table posting (
    business_id int not null,
    entry_id uuid not null,
    line_no smallint not null,
    account text not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    own_minor bigint not null,
    entry_date date not null,
    customer_id uuid,
    document_id uuid,
    tags text[],
    primary key (business_id, entry_id, line_no)
);
create index on posting (business_id, account, entry_date);
create index on posting (business_id, document_id) where document_id is not null;
create index on posting (business_id, customer_id, account) where customer_id is not null;

-- Kept balances: what moved on an account in a month, and on each of its days. A balance as of a day is the months before
-- its month and the days up to it. Each is kept in lanes that add up, one for each who books at the same time, so that nobody
-- waits for another's transaction; who books alone uses the first.
create table account_month (
    business_id int not null,
    account text not null,
    currency char(3) not null,
    month date not null,
    lane smallint not null,
    debit_minor bigint not null,
    credit_minor bigint not null,
    own_minor bigint not null,
    primary key (business_id, account, currency, month, lane),
    foreign key (business_id, account) references account
);

create table account_day (
    business_id int not null,
    account text not null,
    currency char(3) not null,
    day date not null,
    lane smallint not null,
    debit_minor bigint not null,
    credit_minor bigint not null,
    own_minor bigint not null,
    primary key (business_id, account, currency, day, lane)
);

-- A lane of the kept balances that nobody else writes to until the transaction ends; the last is waited for if all are taken.
create function lane_of_balances() returns smallint language plpgsql as $$
begin
    for lane in 0..14 loop
        if pg_try_advisory_xact_lock(7002, lane) then return lane; end if;
    end loop;
    perform pg_advisory_xact_lock(7002, 15);
    return 15;
end $$;

-- All postings of an entry come in one statement, with its first line among them; since that line is there only once,
-- nothing can be added later. They balance in each currency and in the business's own, count on the day of their entry,
-- and count in no closed month. The same statement keeps the balances.
create function postings_must_balance() returns trigger language plpgsql security definer set search_path = public as $$
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
      join (select business_id, max(month) + interval '1 month' as open_from from period group by business_id) c
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

create trigger postings_balance after insert on posting
    referencing new table as new_postings for each statement execute function postings_must_balance();

-- Checked at commit, since an entry is there before its postings.
create function entry_must_have_postings() returns trigger language plpgsql as $$
begin
    perform 1 from posting p where p.business_id = new.business_id and p.entry_id = new.id and p.line_no = 1;
    if not found then
        raise exception 'entry % has no postings', new.id using errcode = 'check_violation';
    end if;
    return null;
end $$;

create constraint trigger entry_has_postings after insert on entry
    deferrable initially deferred for each row execute function entry_must_have_postings();

-- A month closes when nobody is booking, and after the one before it.
create function period_must_follow() returns trigger language plpgsql as $$
declare
    last date;
begin
    perform pg_advisory_xact_lock(7001, new.business_id);
    select max(month) into last from period where business_id = new.business_id;
    if last is not null and new.month <> last + interval '1 month' then
        raise exception 'month % does not follow %, the last closed one', new.month, last using errcode = 'check_violation';
    end if;
    return new;
end $$;

create trigger period_follows before insert on period for each row execute function period_must_follow();

create trigger posting_is_final before update or delete on posting for each statement execute function is_final();
create trigger entry_is_final before update or delete on entry for each statement execute function is_final();

revoke update, delete, truncate on entry, posting from exactum_app;
revoke delete, truncate on account from exactum_app;
-- Balances are kept by the trigger alone, in its owner's right.
revoke insert, update, delete, truncate on account_month, account_day from exactum_app;

-- A business's currency stays once anything is booked in it.
create function currency_must_stay() returns trigger language plpgsql as $$
begin
    if new.currency <> old.currency and exists (select 1 from entry where business_id = old.id) then
        raise exception 'the currency of business % cannot change: entries are booked in it', old.id
            using errcode = 'check_violation';
    end if;
    return new;
end $$;

create trigger currency_stays before update of currency on business for each row execute function currency_must_stay();

create table exchange_rate (
    business_id int not null references business,
    currency char(3) not null,
    day date not null,
    per_unit numeric(18, 8) not null check (per_unit > 0),
    source text not null,
    primary key (business_id, currency, day)
);
