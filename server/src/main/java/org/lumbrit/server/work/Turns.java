package org.lumbrit.server.work;

import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/** Lets few heavy requests run at once. */
@Component
class Turns {
    private final Semaphore free;
    private final int atOnce;
    private final long longest;

    Turns(TurnsSettings settings) {
        this.atOnce = settings.heavyAtOnce();
        this.longest = settings.longestWait().toNanos();
        this.free = new Semaphore(atOnce, true);
    }

    /**
     * Waits for a turn.
     *
     * @throws BusyException after too long; @throws org.lumbrit.core.math.Cancel.CancelledException where nobody waits any more
     */
    void take(Work work) {
        long until = System.nanoTime() + longest;
        try {
            while (!free.tryAcquire(50, TimeUnit.MILLISECONDS)) {
                work.doing("waiting for " + atOnce + " others that take much memory");
                work.check();
                if (System.nanoTime() > until) {
                    throw BusyException.ofWork(atOnce);
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw BusyException.ofWork(atOnce);
        }
        work.doing("");
    }

    void giveBack() {
        free.release();
    }
}
