// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/feeds_pane.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QScrollArea>
#include <QTreeWidget>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/judgement_list.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr int kKindRole = Qt::UserRole, kIdRole = Qt::UserRole + 1;

QString energyText(WattHour energy) { return QString("%1\u202fkWh").arg(qRound(energy.in() / 1000)); }

}  // namespace

FeedsPane::FeedsPane(app::PowerPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    m_house = new HouseView;
    m_house->setLayer(HouseLayer::Power);
    auto* scroll = new QScrollArea;
    scroll->setWidget(m_house);
    scroll->setWidgetResizable(true);
    all->addWidget(scroll, 6);
    auto* panel = frame("panel");
    auto* right = column(panel, 0, 6);
    right->setContentsMargins(16, 12, 14, 8);
    m_title = label("", "title");
    m_sum = label("", "soft", true);
    right->addWidget(m_title);
    right->addWidget(m_sum);
    makeTree();
    right->addWidget(m_tree, 3);
    right->addWidget(label("Findings", "heading"));
    m_judgements = new JudgementList([this](const std::string& id) { return m_presenter.caution(id); },
                                     [this](const plan::Subject& at) { m_presenter.select(at); });
    auto* below = new ScrollColumn(0, 0);
    below->rows().addWidget(m_judgements);
    below->rows().addStretch(1);
    right->addWidget(below, 2);
    all->addWidget(panel, 5);
    connect(&presenter, &app::PowerPresenter::changed, this, &FeedsPane::refresh);
    connect(m_tree, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        if (!item) return;
        const plan::Subject at{app::fromQt(item->data(0, kKindRole).toString()), item->data(0, kIdRole).toLongLong()};
        m_house->setSelection(at.kind == "device" ? plan::DeviceId{at.id} : plan::DeviceId{}, {});
        m_house->reveal();
    });
    connect(m_house, &HouseView::deviceSelected, this, [this](plan::DeviceId id) {
        m_presenter.select({"device", id.value});
        m_house->setSelection(id, {});
    });
    refresh();
}

void FeedsPane::makeTree()
{
    m_tree = new QTreeWidget;
    m_tree->setAccessibleName("Who feeds whom");
    m_tree->setColumnCount(4);
    m_tree->setHeaderLabels({"Feed", "Takes", "A year", "Price"});
    m_tree->setUniformRowHeights(true);
    m_tree->setAlternatingRowColors(false);
    m_tree->setFrameShape(QFrame::NoFrame);
    m_tree->header()->setStretchLastSection(false);
    m_tree->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int i = 1; i < 4; ++i) m_tree->header()->setSectionResizeMode(i, QHeaderView::ResizeToContents);
    m_tree->setIndentation(scaled(14));
}

void FeedsPane::addBranch(QTreeWidgetItem* parent, int node)
{
    const app::PowerView& view = *m_presenter.view();
    const power::Feeds& feeds = view.net->feeds;
    for (int number : feeds.out[static_cast<std::size_t>(node)]) {
        const power::Feed& feed = feeds.feeds[static_cast<std::size_t>(number)];
        const plan::Device* device = feeds.device(feed.to);
        if (!device && feeds.out[static_cast<std::size_t>(feed.to)].empty()) continue;
        QString name = toQt(feeds.says(feed.to));
        static constexpr const char* kHow[] = {"", "brick", "PoE", "DC lead"};
        const QString how = device ? QString(kHow[static_cast<int>(feed.how)]) : QString();
        if (!how.isEmpty()) name += ", " + how;
        if (feed.isInferred) name += " (not stated)";
        const plan::Subject subject = feeds.nodes[static_cast<std::size_t>(feed.to)].subject();
        auto* item = new QTreeWidgetItem({name, app::wattsText(feed.carries), {}, {}});
        item->setData(0, kKindRole, toQt(subject.kind));
        item->setData(0, kIdRole, QVariant::fromValue<qlonglong>(subject.id));
        item->setToolTip(0, tip(device ? toQt(feeds.draws[static_cast<std::size_t>(feed.to)].says) : name));
        for (const power::DeviceCost& cost : view.energy.devices)
            if (device && cost.device == device->id) {
                item->setText(2, energyText(cost.year.usual));
                if (cost.year.money) item->setText(3, app::priceText(cost.year.money->in()));
            }
        for (const power::FeedCost& cost : view.energy.feeds)
            if (!device && cost.node == feed.to) {
                item->setText(2, energyText(cost.year.usual));
                if (cost.year.money) item->setText(3, app::priceText(cost.year.money->in()));
            }
        for (int column = 1; column < 4; ++column) item->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
        if (parent) parent->addChild(item);
        else m_tree->addTopLevelItem(item);
        addBranch(item, feed.to);
    }
}

void FeedsPane::addUnknown()
{
    const app::PowerView& view = *m_presenter.view();
    if (view.net->feeds.unknown.empty()) return;
    auto* head = new QTreeWidgetItem({QString("Source not known: %1").arg(view.net->feeds.unknown.size()), {}, {}, {}});
    for (plan::DeviceId id : view.net->feeds.unknown) {
        auto* item = new QTreeWidgetItem({toQt(view.plan->devices.find(id)->name), {}, {}, {}});
        item->setData(0, kKindRole, "device");
        item->setData(0, kIdRole, QVariant::fromValue<qlonglong>(id.value));
        head->addChild(item);
    }
    m_tree->addTopLevelItem(head);
}

void FeedsPane::refresh()
{
    m_house->setContent(m_presenter.house());
    const app::PowerView* view = m_presenter.view();
    if (!view) return m_title->setText("Working it out …");
    const power::Energy& energy = view->energy;
    m_title->setText(QString("%1 in normal use").arg(app::wattsText(energy.usual)));
    QString sum = QString("Idle %1, at most %2; %3 a year")
                      .arg(app::wattsText({energy.idle.usual, energy.idle.usual, energy.idle.usual}),
                           app::wattsText({energy.most.usual, energy.most.usual, energy.most.usual}),
                           energyText(energy.year.usual));
    sum += energy.year.money
               ? QString(", %1 at %2 a kWh.")
                     .arg(app::priceText(energy.year.money->in()), toQt(text::number(energy.perKwh->in(), 4)))
               : QString(". For money: add service power, kind=electricity unit-price=0.30");
    sum += " Takes: usual, and from low to high where nobody measured.";
    m_sum->setText(sum);
    m_tree->clear();
    addBranch(nullptr, view->net->feeds.mains());
    addUnknown();
    m_tree->expandAll();
    m_judgements->show(m_presenter.judgementsOf({}));
}

}  // namespace sokudo::ui
