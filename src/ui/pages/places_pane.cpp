// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/places_pane.h"

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QSpinBox>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/judgement_list.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

PlacesPane::PlacesPane(app::PowerPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    auto* left = new QVBoxLayout;
    left->setContentsMargins(20, 12, 16, 12);
    left->setSpacing(6);
    left->addWidget(label("Places and heat", "title"));
    left->addWidget(label(
        "Heat in normal use. A closed cupboard warms up until its vents and walls remove as much heat as is made. "
        "Measure it under full load before you trust it.",
        "soft", true));
    m_table = new MarkedTable(presenter.placeRows(), app::PowerPresenter::kMarkRole);
    m_table->setAccessibleName("Places and heat");
    m_table->setWide({0});
    left->addWidget(m_table, 1);
    m_detail = label("", "", true);
    left->addWidget(m_detail);
    left->addWidget(ventsForm());
    all->addLayout(left, 6);
    auto* scroll = new ScrollColumn(16, 8);
    auto* right = &scroll->rows();
    right->addWidget(suitsForm());
    right->addWidget(label("Whether places suit what stands in them", "heading"));
    m_judgements = new JudgementList([this](const std::string& id) { return m_presenter.caution(id); },
                                     [this](const plan::Subject& at) { m_presenter.select(at); });
    right->addWidget(m_judgements);
    right->addStretch(1);
    all->addWidget(sidePanel(scroll), 4);
    connect(m_table, &MarkedTable::rowChosen, this, &PlacesPane::showRow);
    connect(&presenter, &app::PowerPresenter::changed, this, &PlacesPane::refresh);
    refresh();
}

/// "Would kiln-a suit Study?"
QWidget* PlacesPane::suitsForm()
{
    auto* box = frame("card");
    auto* rows = column(box, 12, 6);
    rows->addWidget(label("Would it suit another place?", "heading"));
    auto* row = new QHBoxLayout;
    m_device = new QComboBox;
    m_device->setAccessibleName("Device to move");
    m_place = new QComboBox;
    m_place->setAccessibleName("Place it would stand in");
    row->addWidget(m_device);
    row->addWidget(label("in", "soft"));
    row->addWidget(m_place);
    row->addStretch(1);
    rows->addLayout(row);
    m_suits = new JudgementList([this](const std::string& id) { return m_presenter.caution(id); },
                                [this](const plan::Subject& at) { m_presenter.select(at); });
    rows->addWidget(m_suits);
    connect(m_device, &QComboBox::activated, this, &PlacesPane::showSuits);
    connect(m_place, &QComboBox::activated, this, &PlacesPane::showSuits);
    return box;
}

void PlacesPane::showSuits()
{
    const power::Judgements found =
        m_presenter.suits({m_device->currentData().toLongLong()}, {m_place->currentData().toLongLong()});
    std::vector<const power::Judgement*> shown;
    for (const power::Judgement& one : found) shown.push_back(&one);
    m_suits->show(shown);
}

QWidget* PlacesPane::ventsForm()
{
    auto* box = frame("card");
    auto* rows = column(box, 12, 6);
    rows->addWidget(label("With other vents, or a fan", "heading"));
    auto* row = new QHBoxLayout;
    const auto field = [&](const char* name, int most, const QString& suffix) {
        auto* spin = new QSpinBox;
        spin->setRange(0, most);
        spin->setSuffix(suffix);
        spin->setAccessibleName(name);
        connect(spin, &QSpinBox::valueChanged, this, &PlacesPane::tryVents);
        row->addWidget(label(name, "soft"));
        row->addWidget(spin);
        return spin;
    };
    m_vents = field("Vents", 60, {});
    m_area = field("Area of one", 10000, "\u202fcm²");
    m_fan = field("Fan", 10000, "\u202fm³/h");
    row->addStretch(1);
    rows->addLayout(row);
    m_tried = label("", "", true);
    rows->addWidget(m_tried);
    return box;
}

void PlacesPane::tryVents()
{
    m_tried->setText(m_presenter.withVents(m_table->currentRow(), m_vents->value(), m_area->value(), m_fan->value()));
}

void PlacesPane::showRow(int row)
{
    m_detail->setText(m_presenter.placeSays(row).join("\n"));
    const app::PowerView* view = m_presenter.view();
    if (view && row >= 0 && row < static_cast<int>(view->places.size())) {
        const plan::Place& place = *view->plan->places.find(view->places[static_cast<std::size_t>(row)].place);
        for (const auto& [spin, trait] : {std::pair(m_vents, "vents"), {m_area, "vent-cm2"}, {m_fan, "fan-m3h"}}) {
            const QSignalBlocker quiet(spin);
            spin->setValue(place.traits.count(trait).value_or(0));
        }
    }
    tryVents();
}

void PlacesPane::refresh()
{
    fillDevices(m_device, app::deviceChoices(m_presenter.plan()), 0);
    const QVariant before = m_place->currentData();
    m_place->clear();
    for (const plan::Place& place : m_presenter.plan().places)
        m_place->addItem(app::toQt(place.name), QVariant::fromValue<qlonglong>(place.id.value));
    m_place->setCurrentIndex(std::max(0, m_place->findData(before)));
    showSuits();
    const int count = m_presenter.placeRows()->rowCount();
    // The first that something is to be said of.
    int first = 0;
    for (int row = count - 1; row >= 0; --row)
        if (m_presenter.view() && m_presenter.view()->places[static_cast<std::size_t>(row)].settled) first = row;
    if (count > 0) m_table->selectRow(first);
    showRow(count > 0 ? first : -1);
    m_judgements->show(m_presenter.judgementsOf(
        {"too-warm", "air-not-known", "soft-around", "frost", "dust", "noise", "too-deep", "no-units", "no-clearance",
         "too-heavy", "heavy-above", "copper-side-by-side", "too-few-sockets", "chained-strips", "overload"}));
}

}  // namespace sokudo::ui
