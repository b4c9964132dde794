package coldtide.server.store.member;

import java.time.Instant;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Devices from which a member signed in before. */
public interface KnownDeviceRepository extends Repository<KnownDevice, Integer> {
    KnownDevice save(KnownDevice device);

    boolean existsByUserIdAndDigest(int userId, byte[] digest);

    @Modifying
    @Query("delete from KnownDevice d where d.created < :before")
    void forgetOlder(Instant before);

    @Modifying
    @Query("delete from KnownDevice d where d.userId = :userId")
    void forgetOf(int userId);
}
