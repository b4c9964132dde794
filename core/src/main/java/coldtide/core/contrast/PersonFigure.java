package coldtide.core.contrast;

/** Headline figures as ratios of sums over active people. */
public enum PersonFigure {
    /** Active days for each. */
    ACTIVE_DAYS,
    /** Sessions for each. */
    SESSIONS,
    /** Mean length of sessions in seconds. */
    SESSION_LENGTH,
    /** Share of people who paid: a purchase or a subscription. */
    PAYER_SHARE,
    /** Revenue less refunds for each. */
    ARPU,
    PURCHASE_REVENUE,
    AD_REVENUE,
    SUBSCRIPTION_REVENUE,
    /** Purchases for each. */
    PURCHASES,
    /** Revenue less refunds for each payer. */
    ARPPU,
    /** Purchase revenue ÷ purchases. */
    AOV,
    /** Share of people of whom an uninstall was reported. */
    UNINSTALLED;

    boolean isShare() {
        return this == PAYER_SHARE || this == UNINSTALLED;
    }
}
