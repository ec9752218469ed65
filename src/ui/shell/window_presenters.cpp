// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/window_presenters.h"

#include "ui/pages/build_page.h"

namespace sokudo::ui {

WindowPresenters::WindowPresenters(app::Document& of, const World& world)
    : document(of),
      path(of, selection),
      match(of, selection),
      ways(of, selection),
      whatIf(of),
      catalogue(of),
      survey(of, selection, world.hosts),
      measure(of, selection, world.traffic),
      diagnose(of, selection, world.hosts),
      logbook(of, selection),
      m_world(world)
{
    survey.hosts().setAgents(world.agents);
}

WindowPresenters::~WindowPresenters() = default;

app::FlowsPresenter& WindowPresenters::flows()
{
    if (!m_flows) m_flows = std::make_unique<app::FlowsPresenter>(document);
    return *m_flows;
}

app::UpgradePresenter& WindowPresenters::upgrade()
{
    if (!m_upgrade) m_upgrade = std::make_unique<app::UpgradePresenter>(document);
    return *m_upgrade;
}

app::PowerPresenter& WindowPresenters::power()
{
    if (!m_power) m_power = std::make_unique<app::PowerPresenter>(document, selection);
    return *m_power;
}

BuildBench& WindowPresenters::build()
{
    if (m_build) return *m_build;
    m_build = std::make_unique<BuildBench>(document, m_world.traffic, m_world.hosts, m_world.card, m_world.echo);
    m_build->bringUp.readings().setAgents(m_world.agents);
    m_build->bringUp.readings().setSwitches(m_world.switches, m_world.simulatedSwitches);
    return *m_build;
}

bool WindowPresenters::isUnderWay() const
{
    if (measure.isRunning()) return true;
    if (!m_build) return false;
    BuildBench& bench = *m_build;
    return bench.tests.linkRun().isRunning() || bench.bringUp.readings().isReading() ||
           bench.bringUp.settings().isProbing() || bench.cutOver.isPractice();
}

}  // namespace sokudo::ui
