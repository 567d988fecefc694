-- How many postings count on a day: it only ever grows, so that what was worked out of a day stands as long as it has not.
alter table account_day add column postings bigint not null default 0;
update account_day d set postings = p.postings
  from (select business_id, account, currency, entry_date, count(*) as postings from posting group by 1, 2, 3, 4) p
 where p.business_id = d.business_id and p.account = d.account and p.currency = d.currency and p.entry_date = d.day
   and d.lane = (select min(l.lane) from account_day l where l.business_id = d.business_id and l.account = d.account and l.currency = d.currency and l.day = d.day);

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

    insert into account_day as d (business_id, account, currency, day, lane, debit_minor, credit_minor, own_minor, postings)
    select business_id, account, currency, entry_date, own_lane,
           coalesce(sum(amount_minor) filter (where amount_minor > 0), 0), coalesce(-sum(amount_minor) filter (where amount_minor < 0), 0), sum(own_minor), count(*)
      from new_postings group by 1, 2, 3, 4
    on conflict (business_id, account, currency, day, lane) do update
       set debit_minor = d.debit_minor + excluded.debit_minor, credit_minor = d.credit_minor + excluded.credit_minor, own_minor = d.own_minor + excluded.own_minor, postings = d.postings + excluded.postings;
    return null;
end $$;

-- Sums of a day that reports add up, kept by night; what stands of them is told by how many postings counted when they were made.
create table day_summed (
    business_id int not null,
    kind text not null,
    day date not null,
    postings bigint not null,
    primary key (business_id, kind, day)
);
create table day_sum (
    business_id int not null,
    kind text not null,
    day date not null,
    keys text[] not null,
    ends_on date,
    one bigint not null,
    two bigint not null,
    three bigint not null,
    foreign key (business_id, kind, day) references day_summed on delete cascade
);
create index on day_sum (business_id, kind, day) include (ends_on);

-- Documents, their open items and what they were made for, found by days and read from the index alone.
create index document_in_short on document (business_id, document_date, id) include (kind, state, currency, customer_id, net_minor);
create index occurrence_by_end on occurrence (business_id, period_until) include (period_from, recurring_id, document_id);
create index claim_by_due_date on claim (business_id, due_date, id);
create index means_received on means (business_id, currency) include (id, amount_minor, taken_back_minor, left_minor, kind) where kind = 'receipt';
