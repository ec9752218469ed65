// SPDX-License-Identifier: GPL-3.0-or-later
// A document over a file of its own, with the seams simulated: what presenter and window tests work on.
#pragma once

#include <atomic>
#include <memory>

#include <QTemporaryDir>

#include "app/document.h"
#include "app/own_machine.h"
#include "app/presenters/neighbours_presenter.h"
#include "app/presenters/survey_presenter.h"
#include "app/selection.h"
#include "core/measure/seams.h"
#include "store/project_json.h"
#include "testing.h"

// What a window or a file takes its time for may take half a minute: a machine that others use too stands still at
// times.
#undef QTRY_VERIFY
#define QTRY_VERIFY(what) QTRY_VERIFY_WITH_TIMEOUT(what, 30000)
#undef QTRY_COMPARE
#define QTRY_COMPARE(got, wanted) QTRY_COMPARE_WITH_TIMEOUT(got, wanted, 30000)

namespace sokudo::testing {

/// What is posted, deleted later or due by a timer of no length, with what that posts in turn.
void letEventsPass();

/// Answers at once with a fixed rate, or with an error; counts what was asked.
class StandInTraffic final : public measure::TrafficRunner {
public:
    Result<measure::TrafficResult> run(const measure::TrafficQuestion& question,
                                       const std::function<void(const measure::TrafficSample&)>& onSample,
                                       const std::atomic<bool>& cancel) override
    {
        ++asked;
        last = question;
        measure::TrafficResult result;
        for (int i = 0; i < 40; ++i) {
            if (cancel) return failure(ErrorCode::Cancelled, "the test was stopped");
            while (i == 20 && isHeld && !cancel) QThread::yieldCurrentThread();
            const Duration at = Duration::of((i + 1) * 0.1);
            result.samples.push_back({at, rate, {}, at <= question.warmup});
            onSample(result.samples.back());
        }
        if (!problem.empty()) return failure(ErrorCode::Unreachable, problem);
        result.forward = rate;
        result.conditions["sent_again_percent"] = "0";
        return result;
    }
    BitRate rate = gigabits(9.38);
    std::string problem;
    std::atomic<bool> isHeld{false};  ///< half of it is there, and it goes on when this is over
    int asked = 0;
    measure::TrafficQuestion last;
};

/// The simulated hosts that ship with the program.
app::HostSource shippedHosts();
/// Who the simulated workstation has seen.
app::NeighbourSource shippedNeighbours();
/// Switches by SNMP, and the captured one of the demo.
app::SwitchSource shippedSwitches();

struct Desk {
    explicit Desk(bool demo = true);
    explicit Desk(const store::Project&);
    QTemporaryDir folder;
    std::unique_ptr<app::Document> document;
    app::Selection selection;
    StandInTraffic traffic;
    std::string file() const { return folder.filePath("p.sokudo").toStdString(); }
    plan::DeviceId device(const char* name) const { return plan::deviceNamed(document->plan(), name)->id; }
    plan::RunId run(const char* label) const;
    /// Runs the event loop until the judgement of the newest plan is there.
    void settle();
};

}  // namespace sokudo::testing
