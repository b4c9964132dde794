package coldtide.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.log.EventLog;
import coldtide.server.Application;
import coldtide.server.engine.Engine;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class RebuiltLogTest {
    @Test
    void theLogIsDerivedAndCanBeReadAgain() {
        App app = Application.part(AppRepository.class).findByKey("gullcombe").orElseThrow();
        EventLog inUse = Application.part(Engine.class).log(app).orElseThrow();
        AtomicLong progress = new AtomicLong();
        EventLog again = Application.part(EventReader.class)
                .begin(app)
                .readOn(progress::set)
                .orElseThrow();
        assertThat(again.sameAs(inUse)).isTrue();
        assertThat(again.events()).isPositive();
    }
}
