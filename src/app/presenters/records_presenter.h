// SPDX-License-Identifier: GPL-3.0-or-later
// Services, networks, work, stock, loose ends, addresses and photos: what there is, and forms for them.
#pragma once

#include <QByteArray>
#include <QStringList>

#include "app/document.h"
#include "app/presenters/tables_presenter.h"
#include "app/work.h"
#include "core/editline/record_fields.h"
#include "host/picture.h"

namespace sokudo::app {

class RecordsPresenter final : public QObject {
    Q_OBJECT
public:
    /// Those with a table of their own, in the order in which they are offered.
    static const std::vector<const plan::Kind*>& kinds();

    explicit RecordsPresenter(Document&, QObject* parent = nullptr);
    std::size_t count(const plan::Kind&) const;
    /// How many of them are due today or were due before: loose ends to look at, things to give back.
    int due(const plan::Kind&) const;
    std::vector<editline::RecordField> fields(const plan::Subject&) const;
    QString name(const plan::Subject&) const;
    /// Adds a record, or changes these fields of one. @return what it is now; nothing where it was refused, and said
    /// through `failed` of the document
    std::optional<plan::Subject> put(const plan::Subject&, const editline::RecordValues&);
    bool remove(const plan::Subject&);
    /// The JPEG of a photo; empty where there is none.
    QByteArray picture(const plan::Subject&) const;
    /// Reads pictures on another thread and adds them one by one; a caption is the name of the file.
    void addPictures(const QStringList& files, const std::optional<plan::Subject>& about);
    bool isReadingPicture() const { return m_isReading; }
    Document& document() const { return m_document; }

Q_SIGNALS:
    void changed();
    void pictureAdded(const sokudo::plan::Subject&);

private:
    void readNext();
    void take(const QString& path, const Result<host::Picture>&);
    Document& m_document;
    QStringList m_waiting;  ///< files to be read
    std::optional<plan::Subject> m_about;
    bool m_isReading = false;
    Work m_reading;
};

}  // namespace sokudo::app
