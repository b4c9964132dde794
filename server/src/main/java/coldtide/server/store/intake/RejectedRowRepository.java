package coldtide.server.store.intake;

import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.CriteriaQuery;
import jakarta.persistence.criteria.Predicate;
import jakarta.persistence.criteria.Root;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.data.jpa.repository.JpaSpecificationExecutor;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Rows held back; unless said otherwise only those not settled since. */
public interface RejectedRowRepository extends Repository<RejectedRow, Long>, JpaSpecificationExecutor<RejectedRow> {
    /** Which rows are meant: null where it does not matter. */
    record Which(int appId, Integer importId, RejectedRow.Kind kind, boolean live)
            implements Specification<RejectedRow> {
        @Override
        public Predicate toPredicate(Root<RejectedRow> row, CriteriaQuery<?> query, CriteriaBuilder is) {
            List<Predicate> all = new ArrayList<>();
            all.add(is.equal(row.get("appId"), appId));
            all.add(is.isNull(row.get("settled")));
            if (importId != null) {
                all.add(is.equal(row.get("importId"), importId));
            }
            if (kind != null) {
                all.add(is.equal(row.get("kind"), kind));
            }
            if (live) {
                all.add(is.isNull(row.get("importId")));
            }
            return is.and(all.toArray(Predicate[]::new));
        }
    }

    /** The order in which they came. */
    Sort AS_THEY_CAME = Sort.by("id");

    /** How many rows of a kind were held back on a day of the app, settled since or not. */
    interface DayCount {
        LocalDate getDay();

        String getKind();

        long getHeldBack();

        long getSettled();
    }

    List<RejectedRow> saveAll(Iterable<RejectedRow> rows);

    RejectedRow save(RejectedRow row);

    Optional<RejectedRow> findByAppIdAndId(int appId, long id);

    long countByAppIdAndSettledIsNull(int appId);

    @Query(
            nativeQuery = true,
            value = "select (arrived at time zone :zone)::date as day, kind, count(*) as \"heldBack\","
                    + " count(settled) as settled from held_back_row where app_id = :appId group by 1, 2 order by 1, 2")
    List<DayCount> byDay(int appId, String zone);

    /** Settles a row that is not settled yet; gives whether there was one, as 1 or 0. */
    @Transactional
    @Modifying
    @Query(
            nativeQuery = true,
            value = "update held_back_row set settled = now() where app_id = :appId and id = :id and settled is null")
    int dismiss(int appId, long id);

    /** Settles all rows that are meant and not settled yet; gives how many. Null where it does not matter. */
    @Transactional
    @Modifying
    @Query(
            nativeQuery = true,
            value = "update held_back_row set settled = now() where app_id = :appId and settled is null"
                    + " and (cast(:importId as integer) is null or import_id = cast(:importId as integer))"
                    + " and (cast(:kind as text) is null or kind = cast(:kind as text))"
                    + " and (not :live or import_id is null)")
    int dismissAll(int appId, Integer importId, String kind, boolean live);

    /** The so manyth of the equal rows of its file that were rejected. */
    interface Occurrence {
        long getId();

        int getNumber();
    }

    /** Of some rows of files, the so manyth each is among those of its file with the same content, sent again since or not. */
    @Query(
            nativeQuery = true,
            value =
                    "select asked.id as id, (select count(*) from held_back_row same where same.import_id = asked.import_id"
                            + " and same.id <= asked.id and md5(same.content) = md5(asked.content))::int as number"
                            + " from held_back_row asked where asked.app_id = :appId and asked.id in (:ids)"
                            + " and asked.import_id is not null")
    List<Occurrence> occurrences(int appId, List<Long> ids);
}
