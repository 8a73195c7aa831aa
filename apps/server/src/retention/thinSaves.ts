import { sql } from 'drizzle-orm';

/**
 * Of the saves of a line every one of the last day stays, then the last of each hour for a week, and the last of each
 * day for a year. What has a name stays for ever, and so does the newest, which is the line as it is.
 *
 * Saves that were refused, because another window was quicker, are counted among themselves: thinning never lets one
 * side of a conflict push out the other.
 */
export const THIN_SAVES = sql`
  with placed as (
    select
      id,
      created_at,
      name,
      refused,
      row_number() over (partition by exercise_id, refused order by created_at desc) as newest,
      row_number() over (
        partition by exercise_id, refused, name is null, date_trunc(
          case when created_at > now() - interval '7 days' then 'hour' else 'day' end,
          created_at
        )
        order by created_at desc
      ) as of_its_time
    from revisions
  )
  delete from revisions using placed
  where placed.id = revisions.id
    and placed.name is null
    and (placed.refused or placed.newest > 1)
    and placed.created_at < now() - interval '1 day'
    and (placed.of_its_time > 1 or placed.created_at < now() - interval '1 year')`;
