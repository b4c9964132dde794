package coldtide.server.store.member;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Members who can sign in, by name. */
public interface UserRepository extends Repository<User, Integer> {
    User save(User user);

    Optional<User> findByName(String name);

    Optional<User> findById(int id);

    List<User> findAllByOrderByName();

    long countByRoleAndEndedIsNull(User.Role role);

    long count();
}
