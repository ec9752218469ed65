// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/versions_pane.h"

#include <QComboBox>
#include <QLineEdit>
#include <QScrollArea>
#include <QTimer>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

VersionsPane::VersionsPane(app::VersionsPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(list());
    row->addWidget(comparison(), 1);
    connect(&presenter, &app::VersionsPresenter::changed, this,
            [this] { QTimer::singleShot(0, this, &VersionsPane::refresh); });
    refresh();
}

QWidget* VersionsPane::list()
{
    auto* panel = frame("list");
    panel->setFixedWidth(scaled(300));
    auto* all = column(panel, 18, 8);
    all->addWidget(label("Versions", "heading"));
    all->addWidget(
        label("A snapshot is the house as it was on a day, a variant the house as it could be. Going to one keeps what "
              "is there now.",
              "soft", true));
    m_name = new QLineEdit;
    m_name->setPlaceholderText("Name, such as “before the fibre”");
    m_name->setAccessibleName("Name of the version");
    m_kind = new QComboBox;
    m_kind->addItems({"snapshot", "variant"});
    m_kind->setAccessibleName("Kind of version");
    const auto keep = [this] {
        const auto kind = m_kind->currentIndex() == 0 ? store::VersionKind::Snapshot : store::VersionKind::Variant;
        if (m_presenter.keep(m_name->text(), kind, {})) m_name->clear();
    };
    connect(m_name, &QLineEdit::returnPressed, this, keep);
    all->addWidget(m_name);
    auto* row = new QHBoxLayout;
    row->addWidget(m_kind, 1);
    row->addWidget(button("Keep it as it is now", "main", keep));
    all->addLayout(row);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    auto* inside = new QWidget;
    m_list = column(inside, 0, 8);
    scroll->setWidget(inside);
    all->addWidget(scroll, 1);
    return panel;
}

QWidget* VersionsPane::comparison()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(18, 10, 18, 8);
    head->setSpacing(8);
    head->addWidget(label("From"));
    m_before = new QComboBox;
    m_before->setAccessibleName("Earlier version");
    head->addWidget(m_before);
    head->addWidget(label("to"));
    m_after = new QComboBox;
    m_after->setAccessibleName("Later version");
    head->addWidget(m_after);
    head->addSpacing(16);
    m_sentence = label("", "heading");
    head->addWidget(m_sentence, 1);
    all->addLayout(head);
    const auto ask = [this] {
        m_presenter.compare({m_before->currentData().toLongLong()}, {m_after->currentData().toLongLong()});
    };
    connect(m_before, &QComboBox::activated, this, ask);
    connect(m_after, &QComboBox::activated, this, ask);
    auto* drawn = new QScrollArea;
    m_house = new HouseView;
    m_house->setAccessibleName("What changed, drawn");
    drawn->setWidget(m_house);
    drawn->setWidgetResizable(true);
    all->addWidget(drawn, 4);
    auto* listed = new QScrollArea;
    listed->setWidgetResizable(true);
    auto* inside = new QWidget;
    m_changes = column(inside, 18, 4);
    listed->setWidget(inside);
    auto* foot = frame("foot");
    column(foot, 0, 0)->addWidget(listed);
    all->addWidget(foot, 1);
    return holder;
}

void VersionsPane::fillBox(QComboBox* box, store::VersionId current)
{
    box->clear();
    box->addItem("the house as it is now", QVariant::fromValue<qlonglong>(0));
    for (const store::Version& one : m_presenter.versions())
        box->addItem(toQt(one.name), QVariant::fromValue<qlonglong>(one.id.value));
    box->setCurrentIndex(std::max(0, box->findData(QVariant::fromValue<qlonglong>(current.value))));
}

void VersionsPane::fillList()
{
    clear(m_list);
    const auto versions = m_presenter.versions();
    if (versions.empty()) m_list->addWidget(label("None was kept yet.", "soft"));
    for (const store::Version& one : versions) {
        auto* card = frame("card");
        auto* words = new QVBoxLayout(card);
        words->setContentsMargins(10, 7, 10, 7);
        words->setSpacing(2);
        auto* name = label(toQt(one.name), "", true);
        name->setFont(typeface(Face::Strong, 13));
        words->addWidget(name);
        words->addWidget(label(app::momentText(one.at) + " · " + toQt(code(one.kind)), "soft"));
        auto* row = new QHBoxLayout;
        row->setSpacing(2);
        row->addWidget(button("Compare", "quiet", [this, id = one.id] { m_presenter.compare(id, {}); }));
        row->addWidget(button("Go to it", "quiet", [this, id = one.id] { m_presenter.use(id); }));
        row->addWidget(button("Forget", "quiet", [this, id = one.id] { m_presenter.drop(id); }));
        row->addStretch(1);
        words->addLayout(row);
        m_list->addWidget(card);
    }
    m_list->addStretch(1);
}

/// What was filled while nobody saw it had no room to be fitted to.
void VersionsPane::showEvent(QShowEvent*)
{
    QTimer::singleShot(0, m_house, [this] { m_house->fit(); });
}

void VersionsPane::refresh()
{
    fillList();
    fillBox(m_before, m_presenter.before());
    fillBox(m_after, m_presenter.after());
    QString sentence = m_presenter.sentence();
    sentence[0] = sentence[0].toUpper();
    m_sentence->setText(sentence);
    auto drawn = m_presenter.drawn();
    m_house->setContent(std::move(drawn.house));
    m_house->setMarks(std::move(drawn.devices), std::move(drawn.runs));
    if (isVisible()) m_house->fit();
    clear(m_changes);
    for (const store::ObjectChange& change : m_presenter.changes()) {
        QLabel* line = linkText(toQt(change.sentence()), [this, at = change.object] { Q_EMIT chosen(at); });
        line->setToolTip("Show it in the house");
        m_changes->addWidget(line);
    }
    if (m_presenter.changes().empty())
        m_changes->addWidget(label("Choose two versions that differ, or change something.", "soft"));
    m_changes->addStretch(1);
}

}  // namespace sokudo::ui
