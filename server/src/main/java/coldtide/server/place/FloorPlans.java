package coldtide.server.place;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.FloorPlan;
import coldtide.server.store.app.FloorPlanRepository;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The drawings of an app's levels. */
@Component
class FloorPlans {
    private final FloorPlanRepository plans;
    private final Audit audit;
    private final TransactionTemplate transaction;

    FloorPlans(FloorPlanRepository plans, Audit audit, TransactionTemplate transaction) {
        this.plans = plans;
        this.audit = audit;
        this.transaction = transaction;
    }

    List<FloorPlan> of(App app) {
        return plans.ofApp(app.id());
    }

    Optional<FloorPlan> of(App app, double level) {
        return plans.findById(new FloorPlan.Key(app.id(), level));
    }

    /**
     * Keeps a drawing in place of the one before.
     *
     * @return names of what was not taken over
     * @throws Problem if it is no drawing
     */
    Set<String> keep(App app, double level, String svg, String who) {
        PlanSvg plan = PlanSvg.of(svg);
        transaction.executeWithoutResult(status -> {
            plans.save(new FloorPlan(app.id(), level, plan.text(), plan.box(), who));
            audit.note(app, "floor plan kept", "level " + level);
        });
        return plan.leftOut();
    }

    void remove(App app, double level) {
        transaction.executeWithoutResult(status -> {
            plans.delete(of(app, level)
                    .orElseThrow(() -> Problem.notFound("There is no floor plan of level " + level + ".")));
            audit.note(app, "floor plan removed", "level " + level);
        });
    }
}
