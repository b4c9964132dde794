package coldtide.server.store;

import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface UserRepository extends Repository<User, Integer> {
    User save(User user);

    Optional<User> findByName(String name);

    long count();
}
