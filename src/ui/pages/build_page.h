// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 4: what to buy (variants, list, cheapest plan, stages, worth), and building it (jobs, ends, tests, bring-up,
// cut-over day).
#pragma once

#include <QWidget>

#include "app/presenters/bring_up_presenter.h"
#include "app/presenters/buy_presenter.h"
#include "app/presenters/cable_test_presenter.h"
#include "app/presenters/cut_over_presenter.h"
#include "app/presenters/test_results_presenter.h"
#include "app/presenters/work_presenter.h"

namespace sokudo::ui {

class TabbedPanes;

/// All presenters of the bench; each serves a few panes.
struct BuildBench {
    app::BuyPresenter buy;
    app::WorkPresenter work;
    app::CableTestPresenter wireMap;
    app::TestResultsPresenter tests;
    app::BringUpPresenter bringUp;
    app::CutOverPresenter cutOver;
    BuildBench(app::Document& document, measure::TrafficRunner& traffic, app::HostSource hosts, app::CardSource card,
               app::EchoSource echo)
        : buy(document),
          work(document, buy),
          wireMap(document),
          tests(document, traffic, std::move(card)),
          bringUp(document, buy, std::move(hosts), std::move(echo)),
          cutOver(document)
    {}
};

class BuildPage final : public QWidget {
    Q_OBJECT
public:
    enum Pane { Variants, List, Cheapest, Stages, Worth, Jobs, Terminate, WireMap, TestResults, BringUp, CutOver };
    explicit BuildPage(BuildBench&, QWidget* parent = nullptr);
    void showPane(Pane);
    Pane pane() const;
    BuildBench& bench() { return m_bench; }
    app::BuyPresenter& presenter() { return m_bench.buy; }
    app::CableTestPresenter& tests() { return m_bench.wireMap; }
    /// A pane that was not shown yet is built by the asking.
    QWidget* paneWidget(Pane);

protected:
    void showEvent(QShowEvent*) override;
    void hideEvent(QHideEvent*) override;

private:
    void addBuying();
    void addBuilding();
    BuildBench& m_bench;
    TabbedPanes* m_panes;
};

}  // namespace sokudo::ui
