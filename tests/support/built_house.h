// SPDX-License-Identifier: GPL-3.0-or-later
// A house with all presenters of the Build bench over it, on a day that stands still.
#pragma once

#include "app/presenters/bring_up_presenter.h"
#include "app/presenters/cut_over_presenter.h"
#include "app/presenters/test_results_presenter.h"
#include "app/presenters/work_presenter.h"
#include "desk.h"
#include "standing_clock.h"

namespace sokudo::testing {

using namespace sokudo::app;

/// A card that answers at once.
class StandInCard final : public measure::CableProbe {
public:
    explicit StandInCard(const char* says) : m_says(says) {}
    Result<measure::CardCableTest> test(const std::string& interface, const std::atomic<bool>&) override
    {
        return measure::cardCableTestOf(interface, m_says);
    }

private:
    std::string m_says;
};

struct BuiltHouse : Desk {
    StandingClock clock{"2026-11-28"};
    BuyPresenter buy{*document};
    WorkPresenter work{*document, buy};
    TestResultsPresenter results{*document, traffic,
                                 [] { return std::make_unique<StandInCard>("A good, B open 12.4m"); }};
    BringUpPresenter up{*document, buy, shippedHosts(), {}};
    CutOverPresenter day{*document};
    /// @param isActive  variants are compared as well, which takes its time
    explicit BuiltHouse(bool isActive = false)
    {
        buy.setActive(isActive);
        settle();
    }
    void settle() const
    {
        QVERIFY(QTest::qWaitFor([&] { return !buy.isWorking() && !day.isWorking(); }, 60000));
    }
    store::VersionId variant(const char* name) const
    {
        for (const store::Version& one : buy.variants())
            if (one.name == name) return one.id;
        return {};
    }
    plan::RunId run(const char* label) const
    {
        for (const plan::Run& one : document->plan().runs)
            if (one.label == label) return one.id;
        return {};
    }
};

}  // namespace sokudo::testing
