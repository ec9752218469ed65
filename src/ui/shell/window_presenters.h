// SPDX-License-Identifier: GPL-3.0-or-later
// Everything behind one window but its widgets: what is selected, and the presenters of all benches. A window that is
// built again, for another look or text size, takes them over, so that what runs goes on.
#pragma once

#include <memory>

#include "app/presenters/catalogue_presenter.h"
#include "app/presenters/diagnose_presenter.h"
#include "app/presenters/flows_presenter.h"
#include "app/presenters/logbook_presenter.h"
#include "app/presenters/match_presenter.h"
#include "app/presenters/measure_presenter.h"
#include "app/presenters/path_presenter.h"
#include "app/presenters/power_presenter.h"
#include "app/presenters/survey_presenter.h"
#include "app/presenters/upgrade_presenter.h"
#include "app/presenters/ways_presenter.h"
#include "app/presenters/what_if_presenter.h"
#include "ui/shell/world.h"

namespace sokudo::ui {

struct BuildBench;

class WindowPresenters {
public:
    WindowPresenters(app::Document&, const World&);
    ~WindowPresenters();
    app::Document& document;
    app::Selection selection;
    app::PathPresenter path;
    app::MatchPresenter match;
    app::WaysPresenter ways;
    app::WhatIfPresenter whatIf;
    app::CataloguePresenter catalogue;
    app::SurveyPresenter survey;
    app::MeasurePresenter measure;
    app::DiagnosePresenter diagnose;
    app::LogbookPresenter logbook;
    // Made by the first page that asks.
    app::FlowsPresenter& flows();
    app::UpgradePresenter& upgrade();
    app::PowerPresenter& power();
    BuildBench& build();
    /// A test, a run of a link, a probe, a reading or a practice run is under way: it outlives the window.
    bool isUnderWay() const;

private:
    World m_world;
    std::unique_ptr<app::FlowsPresenter> m_flows;
    std::unique_ptr<app::UpgradePresenter> m_upgrade;
    std::unique_ptr<app::PowerPresenter> m_power;
    std::unique_ptr<BuildBench> m_build;
};

}  // namespace sokudo::ui
