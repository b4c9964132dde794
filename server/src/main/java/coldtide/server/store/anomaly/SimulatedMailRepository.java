package coldtide.server.store.anomaly;

import java.util.List;
import org.springframework.data.repository.Repository;

/** Mails that would have gone out, the newest first. */
public interface SimulatedMailRepository extends Repository<SimulatedMail, Integer> {
    SimulatedMail save(SimulatedMail mail);

    List<SimulatedMail> findTop50ByAppIdOrderByIdDesc(int appId);
}
